<script setup lang="ts">
/** What the store sells: found by words, brand and collection, however much it is. */
import { mdiMagnify, mdiPlus } from '@mdi/js';
import type { ProductStatus } from '@parlour/core/catalogue';
import { formatMoney } from '@parlour/core/money';
import { routes, type AnswerOf } from '@parlour/contract';
import { computed, ref } from 'vue';
import { useAnswer, useParts } from '../../answers';
import { may, session } from '../../api';
import { inAddress } from '../../in-address';
import { rested } from '../../rested';
import { useVirtualRows } from '../../virtual-rows';

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
const words = rested(search);
const filter = computed(() => ({
  search: words.value?.trim() || undefined,
  brand: brand.value ?? undefined,
  collection: collection.value ?? undefined,
  status: status.value ?? undefined,
}));
const { parts, loading, hasMore, more } = useParts(
  routes.listProducts,
  () => filter.value,
  (after) => ({ query: { ...filter.value, after, limit: 100 } }),
);
const rows = computed<readonly Row[]>(() => parts.value.flatMap(({ products }) => products));
const { data: brands } = useAnswer(routes.listBrands);
const { data: collections } = useAnswer(routes.listCollections);
const brandTitles = computed(() => new Map(brands.value?.brands.map(({ code, title }) => [code, title])));
const named = (all: readonly { code: string; title: string }[] | undefined) =>
  (all ?? []).map(({ code: value, title }) => ({ value, title }));
const isNarrowed = computed(() => Object.values(filter.value).some((one) => one !== undefined));

const price = ({ price: amount }: Row): string =>
  amount === null || !session.store
    ? 'Not priced yet'
    : formatMoney({ amount, currency: session.store.currency }, session.store.locale);
const stock = ({ stock: count, variants }: Row): string =>
  variants === 0 ? '' : count === null ? 'Not counted' : count === 0 ? 'Sold out' : String(count);

const body = ref<HTMLElement | null>(null);
const { shown, above, below, measure } = useVirtualRows(rows, body, 61);
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
    </div>
    <v-card v-if="rows.length">
      <v-table hover>
        <thead>
          <tr>
            <th>Product</th>
            <th>Brand</th>
            <th>Category</th>
            <th><span class="unseen">Status</span></th>
            <th class="figure">Price from</th>
            <th class="figure">Stock</th>
            <th class="figure">Variants</th>
          </tr>
        </thead>
        <tbody ref="body">
          <tr v-if="above" aria-hidden="true">
            <td colspan="7" :style="{ height: `${above}px` }" />
          </tr>
          <tr v-for="{ index, row } in shown" :key="row.code" :ref="measure" :data-index="index">
            <td>
              <router-link :to="`/products/${encodeURIComponent(row.code)}`" class="title">{{ row.title }}</router-link>
              <div class="quiet">{{ row.code }}</div>
            </td>
            <td>{{ row.brand === null ? '' : (brandTitles.get(row.brand) ?? row.brand) }}</td>
            <td>{{ row.category }}</td>
            <td>
              <span v-if="row.status !== 'for-sale'" class="tag tag-draft">{{
                row.status === 'draft' ? 'Draft' : 'Withdrawn'
              }}</span>
            </td>
            <td class="figure" :class="{ quiet: row.price === null }">{{ price(row) }}</td>
            <td class="figure">{{ stock(row) }}</td>
            <td class="figure">{{ row.variants }}</td>
          </tr>
          <tr v-if="below" aria-hidden="true">
            <td colspan="7" :style="{ height: `${below}px` }" />
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
      <div class="ways">
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
td {
  padding-block: 8px !important;
}
.none {
  padding-block: 40px;
  text-align: center;
}
.ways {
  display: flex;
  justify-content: center;
  gap: 12px;
  margin-block-start: 16px;
}
</style>
