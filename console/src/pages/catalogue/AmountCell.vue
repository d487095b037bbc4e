<script setup lang="ts">
/**
 * The price or the stock of a product in the list. Of one that comes in one form it is changed here: a click or Enter, then
 * Enter saves and Escape leaves it; of others each variant has its own, in the form.
 */
import { Problem } from '@parlour/core';
import { amountFrom, decimalText, exampleAmount, formatMoney } from '@parlour/core/money';
import { routes, type AnswerOf } from '@parlour/contract';
import { computed, nextTick, ref } from 'vue';
import { attempt, call, may, say, session } from '../../api';
import AskDialog from '../../shell/AskDialog.vue';

const { row, of } = defineProps<{
  row: AnswerOf<typeof routes.listProducts>['products'][number];
  of: 'price' | 'stock';
}>();

const money = computed(() => ({ currency: session.store?.currency ?? 'EUR', locale: session.store?.locale ?? 'en' }));
const text = computed(() => {
  if (of === 'stock')
    return row.variants === 0
      ? ''
      : row.stock === null
        ? 'Not counted'
        : row.stock === 0
          ? 'Sold out'
          : String(row.stock);
  return row.price === null
    ? 'Not priced yet'
    : formatMoney({ amount: row.price, currency: money.value.currency }, money.value.locale);
});
const typed = ref<string | null>(null);
const fault = ref('');
type Change = { readonly price: number } | { readonly stock: number | null };
const asking = ref<Change | null>(null);
const busy = ref(false);
const button = ref<HTMLButtonElement | null>(null);
const field = ref<HTMLInputElement | null>(null);
const changes = computed(() => row.variants === 1 && may('catalogue.edit'));

function begin(): void {
  const price = row.price === null ? '' : decimalText({ amount: row.price, currency: money.value.currency });
  typed.value = of === 'price' ? price : (row.stock?.toString() ?? '');
  fault.value = '';
  void nextTick(() => field.value?.select());
}
function end(): void {
  typed.value = null;
  void nextTick(() => button.value?.focus());
}

/** What is typed as a change of the only variant; null with a fault if it cannot be read. */
function read(): Change | null {
  const given = (typed.value ?? '').trim();
  if (of === 'stock') {
    if (given === '') return { stock: null };
    if (/^\d{1,6}$/.test(given)) return { stock: Number(given) };
    fault.value = 'A whole number; nothing if you do not count.';
    return null;
  }
  const price = amountFrom(given.replace(',', '.'), money.value.currency);
  if (price !== null) return { price };
  fault.value = `Write it like ${exampleAmount(money.value.currency)}.`;
  return null;
}
/** What is typed is read by then; a stock is asked about, since nothing takes it back. */
function wantToSave(): void {
  const change = read();
  if (change === null) return;
  if (of === 'stock') asking.value = change;
  else void save(change);
}
function leave(): void {
  if (!busy.value && asking.value === null) end();
}
const piecesText = (stock: number | null): string => (stock === null ? 'not counted' : String(stock));
const asked = computed(() => {
  const change = asking.value;
  return change && 'stock' in change ? `${piecesText(row.stock)} becomes ${piecesText(change.stock)}.` : '';
});
async function save(change: Change): Promise<void> {
  busy.value = true;
  await attempt(async () => {
    const params = { product: row.code };
    const before = await call(routes.getProduct, { params });
    const [variant] = before.variants;
    if (!variant) return;
    const was = of === 'price' ? { price: variant.price } : { stock: variant.stock };
    if (of === 'stock' && variant.stock !== row.stock)
      throw new Problem('stale-tag', `The stock is ${piecesText(variant.stock)} by now.`, {
        remedy: 'Something was sold, or somebody has set it. Look again, then set it.',
      });
    const body = { variants: [{ code: variant.code, ...change }] };
    // What is sold between looking and setting is not lost; the price of it may change whatever is sold.
    const match = of === 'stock' ? { match: before } : {};
    const after = await call(routes.changeProduct, { params, body, ...match });
    end();
    // Refused if somebody has changed it meanwhile.
    const undo = () =>
      call(routes.changeProduct, { params, body: { variants: [{ code: variant.code, ...was }] }, match: after });
    // What is sold meanwhile must not come back.
    say(`${row.title}: saved. Shoppers see it now.`, of === 'price' ? undo : null);
  });
  asking.value = null;
  busy.value = false;
}
</script>

<template>
  <td class="figure" :class="{ quiet: row.price === null }">
    <form v-if="typed !== null" @submit.prevent="wantToSave" @keydown.esc.prevent="end">
      <input
        ref="field"
        v-model="typed"
        :aria-label="`${of === 'price' ? 'Price' : 'Stock'} of ${row.title}`"
        :aria-invalid="fault !== ''"
        :disabled="busy"
        inputmode="decimal"
        @input="fault = ''"
        @blur="leave"
      />
      <div v-if="fault" class="fault" role="alert">{{ fault }}</div>
    </form>
    <button
      v-else-if="changes"
      ref="button"
      type="button"
      class="amount"
      :aria-label="`${text}: change the ${of} of ${row.title}`"
      @click="begin"
    >
      {{ text }}
    </button>
    <template v-else>{{ text }}</template>
    <AskDialog
      v-if="asking"
      :title="`Set the stock of “${row.title}”?`"
      action="Set"
      :busy="busy"
      @do="asking && save(asking)"
      @close="((asking = null), end())"
    >
      {{ asked }} This cannot be undone.
    </AskDialog>
  </td>
</template>

<style scoped>
input {
  width: 7rem;
  padding: 4px 8px;
  border: 1px solid rgb(var(--v-theme-primary));
  border-radius: 3px;
  background: rgb(var(--v-theme-surface));
  color: inherit;
  text-align: end;
}
.amount {
  padding: 4px 8px;
  margin-inline-end: -8px;
  border-radius: 3px;
  border-block-end: 1px dotted currentcolor;
  color: inherit;
  font: inherit;
}
.amount:hover {
  background: rgba(var(--v-theme-primary), 0.08);
}
.fault {
  color: rgb(var(--v-theme-error));
}
</style>
