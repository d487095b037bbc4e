<script setup lang="ts">
/** What the store sells: found, sorted and narrowed, however much it is; price and stock are changed where they stand. */
import { mdiMagnify, mdiPlus } from '@mdi/js';
import type { ProductSort, ProductStatus, ProductStock } from '@parlour/core/catalogue';
import { counted } from '@parlour/core';
import { amountFrom } from '@parlour/core/money';
import { routes, type AnswerOf, type InputOf } from '@parlour/contract';
import { computed, ref } from 'vue';
import { useAnswer, useParts } from '../../answers';
import { attempt, call, may, say, session } from '../../api';
import { inAddress } from '../../in-address';
import { rested } from '../../rested';
import SortHead from '../../shell/SortHead.vue';
import { useVirtualRows } from '../../virtual-rows';
import AmountCell from './AmountCell.vue';

type Row = AnswerOf<typeof routes.listProducts>['products'][number];

const search = inAddress('search');
const brand = inAddress('brand');
const collection = inAddress('collection');
const status = inAddress<ProductStatus>('status');
const STATUSES = [
  { value: 'for-sale', title: 'For sale' },
  { value: 'draft', title: 'Draft' },
  { value: 'withdrawn', title: 'Withdrawn' },
];
const stock = inAddress<ProductStock>('stock');
const STOCKS = [
  { value: 'available', title: 'Can be bought' },
  { value: 'sold-out', title: 'Sold out' },
];
const SORTS = [
  { value: '-created', title: 'Newest first' },
  { value: 'created', title: 'Oldest first' },
  { value: 'title', title: 'Title' },
  { value: 'price', title: 'Cheapest first' },
  { value: '-price', title: 'Dearest first' },
];
const sort = inAddress<ProductSort | `-${ProductSort}`>('sort');
const [priceFrom, priceTo] = [inAddress('from'), inAddress('to')];
const currency = computed(() => session.store?.currency ?? 'EUR');
/** An amount that is typed; undefined until it is one. Half of Europe writes a comma. */
const amountIn = (text: string | null): number | undefined =>
  amountFrom((text ?? '').trim().replace(',', '.'), currency.value) ?? undefined;
const [words, least, most] = [rested(search), rested(priceFrom), rested(priceTo)];
const filter = computed(() => ({
  search: words.value?.trim() || undefined,
  brand: brand.value ?? undefined,
  collection: collection.value ?? undefined,
  status: status.value ?? undefined,
  stock: stock.value ?? undefined,
  priceFrom: amountIn(least.value),
  priceTo: amountIn(most.value),
}));
const { parts, loading, hasMore, more } = useParts(
  routes.listProducts,
  () => [filter.value, sort.value],
  (after) => ({ query: { ...filter.value, sort: sort.value ?? undefined, after, limit: 100 } }),
);
const rows = computed<readonly Row[]>(() => parts.value.flatMap(({ products }) => products));
const { data: brands } = useAnswer(routes.listBrands);
const { data: collections } = useAnswer(routes.listCollections);
const brandTitles = computed(() => new Map(brands.value?.brands.map(({ code, title }) => [code, title])));
const named = (all: readonly { code: string; title: string }[] | undefined) =>
  (all ?? []).map(({ code: value, title }) => ({ value, title }));
const isNarrowed = computed(() => Object.values(filter.value).some((one) => one !== undefined));

const body = ref<HTMLElement | null>(null);
const { shown, above, below, measure } = useVirtualRows(rows, body, 61);

const COLUMNS = 8;

/** The codes of those that are changed together. */
const chosen = ref<readonly string[]>([]);
const chosenCodes = computed(() => new Set(chosen.value));
const isChosen = (row: Row): boolean => chosenCodes.value.has(row.code);
const choose = (row: Row, is: boolean): void => {
  chosen.value = is ? [...chosen.value, row.code] : chosen.value.filter((code) => code !== row.code);
};
const MOST_AT_ONCE = 1_000;
type Alike = InputOf<typeof routes.changeProducts>['body']['change'];
async function changeChosen(change: Alike): Promise<void> {
  const products = chosen.value.slice(0, MOST_AT_ONCE);
  // To be given back to each as it was.
  const changing = new Set(products);
  const before = rows.value.filter(({ code }) => changing.has(code));
  await attempt(async () => {
    const { changed } = await call(routes.changeProducts, { body: { products, change } });
    // Of very many, the rest stay selected.
    chosen.value = chosen.value.slice(MOST_AT_ONCE);
    say(`${counted(changed, 'product')} changed. Shoppers see it now.`, () => giveBack(before, change));
  });
}
async function giveBack(before: readonly Row[], change: Alike): Promise<void> {
  const names = (['status', 'brand'] as const).filter((name) => change[name] !== undefined);
  const alike = new Map<string, Row[]>();
  for (const row of before) {
    const key = JSON.stringify(names.map((name) => row[name]));
    alike.set(key, [...(alike.get(key) ?? []), row]);
  }
  let left = 0;
  for (const some of alike.values()) {
    const back = Object.fromEntries(names.map((name) => [name, some[0]?.[name]]));
    const body = { products: some.map(({ code }) => code), change: back, was: change };
    left += (await call(routes.changeProducts, { body })).left;
  }
  if (left > 0) say(`Undone, but for ${counted(left, 'product')} that somebody has changed since.`);
}
async function addChosen(code: string): Promise<void> {
  const params = { collection: code };
  await attempt(async () => {
    const { members } = await call(routes.getCollection, { params });
    const there = new Set(members);
    const add = chosen.value.filter((one) => !there.has(one));
    await call(routes.changeCollection, { params, body: { add } });
    chosen.value = [];
    // Those that were in it before stay.
    const undo = () => call(routes.changeCollection, { params, body: { remove: add } });
    say(`${counted(add.length, 'product')} added. Shoppers see it now.`, add.length > 0 ? undo : null);
  });
}
const byHand = computed(() => (collections.value?.collections ?? []).filter((one) => one.when === null));
</script>

<template>
  <div class="sheet">
    <div class="sheet-head">
      <div>
        <h1>Products</h1>
        <p class="quiet">What you sell. Shoppers see each change at once.</p>
      </div>
      <v-btn variant="outlined" to="/files">Import and export</v-btn>
      <v-btn v-if="may('catalogue.edit')" variant="flat" color="primary" :prepend-icon="mdiPlus" to="/new-product"
        >New product</v-btn
      >
    </div>
    <div class="filters">
      <v-text-field v-model="search" label="Search title, keyword or code" :prepend-inner-icon="mdiMagnify" clearable />
      <v-select v-model="brand" :items="named(brands?.brands)" label="Brand" clearable />
      <v-select v-model="collection" :items="named(collections?.collections)" label="Collection" clearable />
      <v-select v-model="status" :items="STATUSES" label="Status" clearable />
      <v-select v-model="stock" :items="STOCKS" label="Stock" clearable />
      <v-text-field v-model="priceFrom" label="Price from" inputmode="decimal" :suffix="currency" clearable />
      <v-text-field v-model="priceTo" label="Price to" inputmode="decimal" :suffix="currency" clearable />
      <v-select v-model="sort" :items="SORTS" label="Sorted by" clearable />
    </div>
    <v-card v-if="chosen.length" class="bulk">
      <strong class="figure">{{ counted(chosen.length, 'product') }} selected</strong>
      <v-select
        :model-value="null"
        :items="STATUSES"
        label="Set the status"
        class="bulk-choice"
        @update:model-value="(to: ProductStatus | null) => to && changeChosen({ status: to })"
      />
      <v-select
        :model-value="null"
        :items="[{ value: '', title: 'No brand' }, ...named(brands?.brands)]"
        label="Set the brand"
        class="bulk-choice"
        @update:model-value="(to: string | null) => to !== null && changeChosen({ brand: to || null })"
      />
      <v-select
        :model-value="null"
        :items="named(byHand)"
        label="Add to a collection"
        class="bulk-choice"
        @update:model-value="(to: string | null) => to && addChosen(to)"
      />
      <v-spacer />
      <v-btn @click="chosen = rows.map(({ code }) => code)">Select all shown</v-btn>
      <v-btn @click="chosen = []">Clear selection</v-btn>
    </v-card>
    <v-card v-if="rows.length">
      <v-table hover>
        <thead>
          <tr>
            <th class="tick"><span class="unseen">Select</span></th>
            <SortHead v-model:sort="sort" by="title">Product</SortHead>
            <th>Brand</th>
            <th>Category</th>
            <th><span class="unseen">Status</span></th>
            <SortHead v-model:sort="sort" by="price" class="figure">Price from</SortHead>
            <th class="figure">Stock</th>
            <th class="figure">Variants</th>
          </tr>
        </thead>
        <tbody ref="body">
          <tr v-if="above" aria-hidden="true">
            <td :colspan="COLUMNS" :style="{ height: `${above}px` }" />
          </tr>
          <tr v-for="{ index, row } in shown" :key="row.code" :ref="measure" :data-index="index">
            <td class="tick">
              <v-checkbox-btn
                v-if="may('catalogue.edit')"
                :model-value="isChosen(row)"
                :aria-label="`Select ${row.title}`"
                density="compact"
                @update:model-value="(is: boolean | null) => choose(row, is === true)"
              />
            </td>
            <td>
              <router-link :to="`/products/${encodeURIComponent(row.code)}`" class="title">{{ row.title }}</router-link>
              <div class="quiet">{{ row.code }}</div>
            </td>
            <td class="short">{{ row.brand === null ? '' : (brandTitles.get(row.brand) ?? row.brand) }}</td>
            <td class="short">{{ row.category }}</td>
            <td>
              <span v-if="row.status !== 'for-sale'" class="tag tag-draft">{{
                row.status === 'draft' ? 'Draft' : 'Withdrawn'
              }}</span>
            </td>
            <AmountCell :row="row" of="price" />
            <AmountCell :row="row" of="stock" />
            <td class="figure">{{ row.variants }}</td>
          </tr>
          <tr v-if="below" aria-hidden="true">
            <td :colspan="COLUMNS" :style="{ height: `${below}px` }" />
          </tr>
        </tbody>
      </v-table>
    </v-card>
    <p v-else-if="parts.length && isNarrowed" class="none">No product matches. Clear the search to see them all.</p>
    <div v-else-if="parts.length" class="none">
      <h2>Nothing to sell yet</h2>
      <p class="quiet">
        Make your first product, bring a file, or try the pages with made-up ones that you can remove again.
      </p>
      <div class="choices">
        <v-btn v-if="may('catalogue.edit')" variant="outlined" to="/new-product">Make the first product</v-btn>
        <v-btn v-if="may('catalogue.edit')" variant="outlined" to="/files">Import a file</v-btn>
        <v-btn variant="outlined" to="/sample-catalogue">Sample catalogue</v-btn>
      </div>
    </div>
    <v-btn v-if="hasMore" class="mt-4" variant="outlined" :loading="loading" @click="more">Show more</v-btn>
  </div>
</template>

<style scoped>
.filters {
  display: grid;
  grid-template-columns: 2fr 1fr 1fr 1fr;
  gap: 16px;
  margin-block-end: 16px;
}
@media (max-width: 799px) {
  .filters {
    grid-template-columns: 1fr 1fr;
  }
}
td {
  padding-block: 8px !important;
}
/* What is a word or two stays on one line. */
.short {
  white-space: nowrap;
}
.tick {
  width: 40px;
  padding-inline: 8px 0 !important;
}
.bulk {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 12px;
  padding: 12px 16px;
  margin-block-end: 16px;
}
.bulk-choice {
  flex: 0 1 12rem;
}
.none {
  padding-block: 40px;
  text-align: center;
}
.choices {
  display: flex;
  justify-content: center;
  gap: 12px;
  margin-block-start: 16px;
}
</style>
