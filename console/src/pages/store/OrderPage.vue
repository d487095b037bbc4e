<script setup lang="ts">
/** One order: what was bought and how it adds up, who gets it, what has happened to it; and noting what happens next. */
import { capitalised, Problem } from '@parlour/core';
import { orderEventText, refundedOf, refusalOfNote, stepText, type NotedEvent } from '@parlour/core/commerce';
import { amountFrom, decimalText, exampleAmount, formatMoney } from '@parlour/core/money';
import { routes } from '@parlour/contract';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import { useAnswer } from '../../answers';
import { attempt, call, may, say, session } from '../../api';
import AskDialog from '../../shell/AskDialog.vue';
import { whenText } from '../../times';
import { toneOf } from './order-states';

const route = useRoute();
const params = computed(() => ({ number: String(route.params['number']) }));
const { data: order } = useAnswer(routes.getOrder, () => ({ params: params.value }), { opens: true });

const money = (amount: number): string =>
  formatMoney({ amount, currency: order.value?.currency ?? 'EUR' }, session.store?.locale ?? 'en');
const languages = new Intl.DisplayNames('en', { type: 'language' });
const regions = new Intl.DisplayNames('en', { type: 'region' });
const address = computed(() => {
  const { name = '', street = '', postcode = '', city = '', country = '' } = order.value?.buyer ?? {};
  return [name, street, `${postcode} ${city}`.trim(), country && (regions.of(country) ?? country)].filter(Boolean);
});

/** What can be noted, what its button says, and what was said of it. */
const NOTES: readonly { readonly type: NotedEvent; readonly action: string; readonly done: string }[] = [
  { type: 'paid', action: 'Note as paid', done: 'Noted as paid.' },
  { type: 'sent', action: 'Note as sent', done: 'Noted as sent.' },
  { type: 'refunded', action: 'Note a refund', done: 'Refund noted.' },
  { type: 'cancelled', action: 'Cancel the order', done: 'Cancelled.' },
];
const offered = computed(() => {
  const now = order.value;
  if (!now || !may('orders.manage')) return [];
  const left = now.totals.total - refundedOf(now.events);
  return NOTES.filter(({ type }) => !refusalOfNote(now.events, { type, amount: Math.max(left, 1) }, now.totals.total));
});
/** The first that is likely next is the main one. */
const main = computed(() => offered.value.find(({ type }) => type === 'paid' || type === 'sent')?.type);

const writing = ref<{ of: (typeof NOTES)[number]; note: string; amount: string; stockBack: boolean; fault: string }>();
const busy = ref(false);
function begin(of: (typeof NOTES)[number]): void {
  const now = order.value;
  if (!now) return;
  const left = now.totals.total - refundedOf(now.events);
  writing.value = {
    of,
    note: '',
    amount: decimalText({ amount: left, currency: now.currency }),
    stockBack: true,
    fault: '',
  };
}
async function note(): Promise<void> {
  const now = writing.value;
  if (!now || !order.value) return;
  const { of, stockBack } = now;
  const amount = of.type === 'refunded' ? amountFrom(now.amount, order.value.currency) : null;
  if (of.type === 'refunded' && amount === null) {
    now.fault = `Write an amount such as ${exampleAmount(order.value.currency)}.`;
    return;
  }
  busy.value = true;
  await attempt(async () => {
    const body = {
      type: of.type,
      note: now.note.trim(),
      ...(amount !== null && { amount }),
      ...(of.type === 'cancelled' && { stockBack }),
    };
    try {
      await call(routes.noteOnOrder, { params: params.value, body });
    } catch (error) {
      if (!(error instanceof Problem) || error.place !== 'amount') throw error;
      now.fault = error.message;
      return;
    }
    writing.value = undefined;
    say(of.done);
  });
  busy.value = false;
}
</script>

<template>
  <div class="sheet">
    <router-link to="/orders" class="plain">All orders</router-link>
    <template v-if="order">
      <div class="sheet-head">
        <div>
          <h1>
            Order {{ order.number }} <span class="tag state" :class="toneOf(order.state)">{{ order.state }}</span>
          </h1>
          <p class="quiet">Placed {{ whenText(order.placed) }}, read in {{ languages.of(order.language) }}.</p>
        </div>
        <v-btn
          v-for="one in offered"
          :key="one.type"
          :variant="one.type === main ? 'flat' : 'outlined'"
          :color="one.type === main ? 'primary' : one.type === 'cancelled' ? 'error' : undefined"
          @click="begin(one)"
          >{{ one.action }}</v-btn
        >
      </div>
      <div class="columns">
        <v-card class="part">
          <h2>What was bought</h2>
          <v-table density="compact">
            <thead>
              <tr>
                <th>Product</th>
                <th class="figure">Each</th>
                <th class="figure">Items</th>
                <th class="figure">Sum</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="line in order.lines" :key="`${line.product}/${line.variant}`">
                <td>
                  <router-link :to="`/products/${encodeURIComponent(line.product)}`" class="plain">{{
                    line.title
                  }}</router-link>
                  <div class="quiet">{{ [line.options, line.variant].filter(Boolean).join(', ') }}</div>
                </td>
                <td class="figure">{{ money(line.price) }}</td>
                <td class="figure">{{ line.quantity }}</td>
                <td class="figure">{{ money(line.total) }}</td>
              </tr>
              <tr>
                <td colspan="3">Subtotal</td>
                <td class="figure">{{ money(order.totals.subtotal) }}</td>
              </tr>
              <tr>
                <td colspan="3">Delivery: {{ order.delivery.name }}</td>
                <td class="figure">{{ money(order.delivery.price) }}</td>
              </tr>
              <tr class="total">
                <td colspan="3">Total</td>
                <td class="figure">{{ money(order.totals.total) }}</td>
              </tr>
            </tbody>
          </v-table>
          <details class="mt-4">
            <summary>How it adds up</summary>
            <ul class="steps">
              <li v-for="(step, i) in order.steps" :key="i">{{ stepText(step, money) }}</li>
            </ul>
          </details>
        </v-card>
        <div>
          <v-card class="part mb-4">
            <h2>For</h2>
            <p v-for="line in address" :key="line">{{ line }}</p>
            <p class="mt-2">
              <a
                class="plain"
                :href="`mailto:${order.buyer.email}?subject=${encodeURIComponent(`Your order ${order.number}`)}`"
                >{{ order.buyer.email }}</a
              >
            </p>
            <p class="quiet mt-2">Pays by {{ order.payment.replace('-', ' ') }}.</p>
          </v-card>
          <v-card class="part">
            <h2>What has happened</h2>
            <ol class="events">
              <li v-for="(event, i) in order.events" :key="i">
                {{ capitalised(orderEventText(event, money)) }}
                <span class="quiet"
                  >{{ whenText(event.at) }},
                  {{ event.by ?? (event.type === 'placed' ? 'the shopper' : 'somebody') }}</span
                >
                <div v-if="event.note" class="note">{{ event.note }}</div>
              </li>
            </ol>
          </v-card>
        </div>
      </div>
    </template>
    <AskDialog
      v-if="writing && order"
      :title="`Order ${order.number}: ${writing.of.action.toLowerCase()}`"
      :action="writing.of.action"
      keep="Close"
      :removes="writing.of.type === 'cancelled'"
      :busy="busy"
      @do="note"
      @close="writing = undefined"
    >
      <p class="mb-4">
        {{
          writing.of.type === 'cancelled'
            ? 'A cancelled order stays in the list. This cannot be undone.'
            : 'The shopper is not written to by this. It stays with the order.'
        }}
      </p>
      <v-text-field
        v-if="writing.of.type === 'refunded'"
        v-model="writing.amount"
        label="Amount"
        :suffix="order.currency"
        :error-messages="writing.fault"
        class="mb-2"
        @update:model-value="writing.fault = ''"
        @keydown.enter.prevent="note"
      />
      <v-checkbox
        v-if="writing.of.type === 'cancelled'"
        v-model="writing.stockBack"
        label="Put what was ordered back into stock"
        hide-details
        class="mb-2"
      />
      <v-text-field v-model="writing.note" label="Note" maxlength="500" autofocus @keydown.enter.prevent="note" />
    </AskDialog>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(16rem, 1fr);
  gap: 16px;
  align-items: start;
}
.part {
  padding: 20px;
}
.part h2 {
  margin-block-end: 8px;
}
.state {
  vertical-align: middle;
  margin-inline-start: 8px;
}
.total td {
  font-weight: 600;
}
.steps {
  margin-block: 8px 0;
  padding-inline-start: 1.2rem;
}
.events {
  list-style: none;
  padding: 0;
}
.events li + li {
  margin-block-start: 10px;
}
.note {
  overflow-wrap: anywhere;
}
</style>
