<script setup lang="ts">
/** The delivery methods, with a flat price for each country. */
import { mdiDeleteOutline, mdiPencilOutline, mdiPlus } from '@mdi/js';
import { freeCode } from '@parlour/core/design';
import { amountFrom, decimalText, formatMoney } from '@parlour/core/money';
import { routes, type AnswerOf } from '@parlour/contract';
import { computed, onMounted, ref } from 'vue';
import { attempt, call, say, session } from '../../api';
import { COUNTRIES, countryName, isFound } from '../../names';
import AskDialog from '../../shell/AskDialog.vue';

type Method = AnswerOf<typeof routes.getDelivery>['methods'][number];
interface Price {
  country: string;
  amount: string;
}

const methods = ref<readonly Method[]>([]);
const loaded = ref(false);
/** The method that is written; its code is made from its name as long as it is new. */
const writing = ref<{ code: string | null; name: string; prices: Price[] } | null>(null);
const removing = ref<Method | null>(null);
const busy = ref(false);

const currency = computed(() => session.store?.currency ?? 'EUR');
const money = (amount: number): string => formatMoney({ amount, currency: currency.value }, 'en');
const amountOf = (amount: number): string => decimalText({ amount, currency: currency.value });
// Half of Europe writes a comma.
const minorOf = (typed: string): number | null => amountFrom(typed.replace(',', '.'), currency.value);
const isReady = computed(
  () =>
    writing.value !== null &&
    writing.value.name.trim() !== '' &&
    writing.value.prices.length > 0 &&
    writing.value.prices.every(({ country, amount }) => country !== '' && minorOf(amount) !== null),
);

function begin(method?: Method): void {
  writing.value = {
    code: method?.code ?? null,
    name: method?.name ?? '',
    prices: method
      ? Object.entries(method.prices).map(([country, price]) => ({ country, amount: amountOf(price) }))
      : [{ country: '', amount: '' }],
  };
}

async function save(): Promise<void> {
  const wanted = writing.value;
  if (!wanted) return;
  busy.value = true;
  await attempt(async () => {
    const known = methods.value.find(({ code }) => code === wanted.code);
    const code = wanted.code ?? freeCode(wanted.name, (one) => methods.value.some((method) => method.code === one));
    const prices = Object.fromEntries(wanted.prices.map(({ country, amount }) => [country, minorOf(amount) ?? 0]));
    const answer = await call(routes.setDeliveryMethod, {
      params: { method: code },
      body: { name: wanted.name.trim(), prices, ...(known?.names && { names: known.names }) },
    });
    methods.value = answer.methods;
    writing.value = null;
    say('Saved. Shoppers see it now.');
  });
  busy.value = false;
}
async function remove(method: Method): Promise<void> {
  busy.value = true;
  await attempt(async () => {
    ({ methods: methods.value } = await call(routes.removeDeliveryMethod, { params: { method: method.code } }));
    removing.value = null;
  });
  busy.value = false;
}

onMounted(() =>
  attempt(async () => {
    ({ methods: methods.value } = await call(routes.getDelivery));
    loaded.value = true;
  }),
);
</script>

<template>
  <div class="sheet narrow">
    <div class="sheet-head">
      <div>
        <h1>Delivery</h1>
        <p class="quiet">The delivery methods, and what each costs in each country. Changes show at once.</p>
      </div>
      <v-btn variant="flat" color="primary" :prepend-icon="mdiPlus" @click="begin()">New delivery method</v-btn>
    </div>
    <v-card v-for="method in methods" :key="method.code" class="method">
      <div class="about">
        <h2>{{ method.name }}</h2>
        <ul class="prices">
          <li v-for="(price, country) in method.prices" :key="country">
            {{ countryName(String(country)) }} <span class="figure">{{ money(price) }}</span>
          </li>
        </ul>
      </div>
      <v-btn :prepend-icon="mdiPencilOutline" @click="begin(method)">Change</v-btn>
      <v-btn color="error" :prepend-icon="mdiDeleteOutline" @click="removing = method">Remove</v-btn>
    </v-card>
    <p v-if="loaded && !methods.length" class="quiet">
      No delivery method yet, so nobody can buy. Add one with a price for your own country first.
    </p>
    <AskDialog
      v-if="writing"
      :title="writing.code === null ? 'New delivery method' : `Change “${writing.name}”`"
      action="Save"
      :busy="busy"
      :ready="isReady"
      @do="save"
      @close="writing = null"
    >
      <v-text-field
        v-model="writing.name"
        label="Name"
        hint="As shoppers read it, such as “By post”."
        persistent-hint
        autofocus
        maxlength="80"
        class="mb-4"
      />
      <div v-for="(price, i) in writing.prices" :key="i" class="price">
        <v-autocomplete
          v-model="price.country"
          :items="COUNTRIES"
          :custom-filter="(title: string, typed: string) => isFound(title, typed, COUNTRIES)"
          auto-select-first
          label="Country"
        />
        <v-text-field v-model="price.amount" label="Price" inputmode="decimal" :suffix="currency" />
        <v-btn
          :icon="mdiDeleteOutline"
          size="small"
          aria-label="Remove this country"
          :disabled="writing.prices.length === 1"
          @click="writing.prices.splice(i, 1)"
        />
      </div>
      <v-btn size="small" :prepend-icon="mdiPlus" @click="writing.prices.push({ country: '', amount: '' })"
        >Add country</v-btn
      >
    </AskDialog>
    <AskDialog
      v-if="removing"
      :title="`Remove “${removing.name}”?`"
      action="Remove"
      removes
      :busy="busy"
      @do="remove(removing)"
      @close="removing = null"
    >
      Shoppers cannot choose it from now on. Orders that were made with it keep it.
    </AskDialog>
  </div>
</template>

<style scoped>
.narrow {
  max-width: 900px;
}
.method {
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 18px 24px;
  margin-block-end: 12px;
}
.about {
  flex: 1;
}
.prices {
  list-style: none;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 24px;
}
.price {
  display: grid;
  grid-template-columns: 1fr 9rem auto;
  gap: 8px;
  align-items: center;
  margin-block-end: 10px;
}
</style>
