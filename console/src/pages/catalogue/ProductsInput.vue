<script setup lang="ts">
/** Products by their codes, in their order; found by a part of their titles. */
import { mdiArrowUp, mdiClose } from '@mdi/js';
import { routes } from '@parlour/contract';
import { ref, watch } from 'vue';
import { attempt, call } from '../../api';
import { takingTurns } from '../../turns';

const props = defineProps<{ label: string; /** A product that cannot be chosen. */ except: string; most: number }>();
const codes = defineModel<readonly string[]>({ required: true });

const titles = ref<ReadonlyMap<string, string>>(new Map());
const found = ref<readonly { readonly value: string; readonly title: string }[]>([]);
const words = ref('');
const ask = takingTurns();

async function search(text: string): Promise<void> {
  const counts = ask();
  const { products } = await call(routes.listProducts, { query: { search: text || undefined, limit: 30 } });
  if (!counts()) return;
  titles.value = new Map([...titles.value, ...products.map((one): [string, string] => [one.code, one.title])]);
  found.value = products
    .filter(({ code }) => code !== props.except && !codes.value.includes(code))
    .map(({ code, title }) => ({ value: code, title }));
}
/** What those are called that are there already. */
watch(
  codes,
  (now) => {
    for (const code of now)
      if (!titles.value.has(code))
        void call(routes.getProduct, { params: { product: code } }).then(
          ({ title }) => (titles.value = new Map([...titles.value, [code, title]])),
          // One that is gone is called by its code.
          () => (titles.value = new Map([...titles.value, [code, `${code} (not there)`]])),
        );
  },
  { immediate: true },
);
watch(words, (text) => void attempt(() => search(text)));

function add(code: string | null): void {
  if (code === null) return;
  codes.value = [...codes.value, code];
  words.value = '';
}
function up(at: number): void {
  const all = [...codes.value];
  all.splice(at - 1, 2, ...all.slice(at - 1, at + 1).reverse());
  codes.value = all;
}
</script>

<template>
  <ol v-if="codes.length">
    <li v-for="(code, i) in codes" :key="code">
      <router-link class="plain name" :to="`/products/${encodeURIComponent(code)}`">{{
        titles.get(code) ?? code
      }}</router-link>
      <v-btn
        :icon="mdiArrowUp"
        size="small"
        :disabled="i === 0"
        :aria-label="`Move ${titles.get(code) ?? code} up`"
        @click="up(i)"
      />
      <v-btn
        :icon="mdiClose"
        size="small"
        :aria-label="`Remove ${titles.get(code) ?? code}`"
        @click="codes = codes.filter((one) => one !== code)"
      />
    </li>
  </ol>
  <v-autocomplete
    v-if="codes.length < most"
    v-model:search="words"
    :model-value="null"
    :items="found"
    :label="label"
    no-filter
    hide-no-data
    @focus="attempt(() => search(words))"
    @update:model-value="add"
  />
</template>

<style scoped>
ol {
  list-style: none;
  padding: 0;
}
li {
  display: flex;
  align-items: center;
  gap: 4px;
}
.name {
  flex: 1;
}
</style>
