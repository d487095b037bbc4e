<script setup lang="ts">
/** What shoppers have bought: newest first, narrowed by state, found by number, name or email address. */
import { mdiMagnify } from '@mdi/js';
import { counted } from '@parlour/core';
import type { OrderState } from '@parlour/core/commerce';
import { formatMoney } from '@parlour/core/money';
import { routes, type AnswerOf } from '@parlour/contract';
import { computed } from 'vue';
import { useParts } from '../../answers';
import { session } from '../../api';
import { inAddress } from '../../in-address';
import { rested } from '../../rested';
import { whenText } from '../../times';
import { STATES, toneOf } from './order-states';

type Row = AnswerOf<typeof routes.listOrders>['orders'][number];

const search = inAddress('search');
const state = inAddress<OrderState>('state');
const words = rested(search);
const filter = computed(() => ({ search: words.value?.trim() || undefined, state: state.value ?? undefined }));
const { parts, loading, hasMore, more } = useParts(
  routes.listOrders,
  () => filter.value,
  (before) => ({ query: { ...filter.value, ...(before !== undefined && { before: Number(before) }), limit: 50 } }),
);
const orders = computed<readonly Row[]>(() => parts.value.flatMap((part) => part.orders));
const isNarrowed = computed(() => Object.values(filter.value).some((one) => one !== undefined));
const itemsOf = ({ lines }: Row): number => lines.reduce((sum, { quantity }) => sum + quantity, 0);
const totalOf = ({ totals, currency }: Row): string =>
  formatMoney({ amount: totals.total, currency }, session.store?.locale ?? 'en');
</script>

<template>
  <div class="sheet">
    <div class="sheet-head">
      <div>
        <h1>Orders</h1>
        <p class="quiet">What shoppers have bought, and what has become of it.</p>
      </div>
    </div>
    <div class="filters">
      <v-text-field
        v-model="search"
        label="Search number, name or email address"
        :prepend-inner-icon="mdiMagnify"
        clearable
      />
      <v-select v-model="state" :items="STATES" label="State" clearable />
    </div>
    <v-card v-if="orders.length">
      <v-table hover>
        <thead>
          <tr>
            <th>Number</th>
            <th>Placed</th>
            <th>Buyer</th>
            <th>Country</th>
            <th>State</th>
            <th class="figure">Items</th>
            <th class="figure">Total</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="order in orders" :key="order.number">
            <td>
              <router-link :to="`/orders/${order.number}`" class="title" :aria-label="`Order ${order.number}`">{{
                order.number
              }}</router-link>
            </td>
            <td>{{ whenText(order.placed) }}</td>
            <td>
              {{ order.buyer.name }}
              <div class="quiet">{{ order.buyer.email }}</div>
            </td>
            <td>{{ order.buyer.country }}</td>
            <td>
              <span class="tag" :class="toneOf(order.state)">{{ order.state }}</span>
            </td>
            <td class="figure" :title="counted(order.lines.length, 'line')">{{ itemsOf(order) }}</td>
            <td class="figure">{{ totalOf(order) }}</td>
          </tr>
        </tbody>
      </v-table>
    </v-card>
    <p v-else-if="parts.length && isNarrowed" class="none">No order is like that. Clear the search to see them all.</p>
    <div v-else-if="parts.length" class="none">
      <h2>No orders yet</h2>
      <p class="quiet">Buy something on the storefront yourself to see how it goes: nothing is paid.</p>
      <v-btn class="mt-4" variant="outlined" :href="session.store?.storefront" target="_blank"
        >Open the storefront</v-btn
      >
    </div>
    <v-btn v-if="hasMore" class="mt-4" variant="outlined" :loading="loading" @click="more">Show older ones</v-btn>
  </div>
</template>

<style scoped>
.filters {
  display: grid;
  grid-template-columns: 2fr 1fr;
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
</style>
