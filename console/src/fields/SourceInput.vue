<script setup lang="ts">
/** Where a product row takes its products from. */
import type { ProductSource } from '@parlour/core/fields';
import type { PageKind } from '@parlour/core/pages';
import { routes } from '@parlour/contract';
import { onMounted, ref } from 'vue';
import { useRoute } from 'vue-router';
import { attempt, call } from '../api';

const props = defineProps<{ modelValue: ProductSource; label: string; help: string; fault: string }>();
const emit = defineEmits<{ 'update:modelValue': [value: ProductSource] }>();

const route = useRoute();
const FORMS: { value: ProductSource['from']; title: string }[] = [
  { value: 'newest', title: 'Newest products' },
  { value: 'reduced', title: 'Reduced products' },
  { value: 'collection', title: 'A collection' },
  { value: 'this-collection', title: 'This page’s collection' },
  { value: 'same-brand', title: 'Same brand as this page' },
  { value: 'goes-with', title: 'What goes with this product' },
  { value: 'found', title: 'What shoppers look for' },
  { value: 'chosen', title: 'Chosen products' },
];
const collections = ref<{ value: string; title: string }[]>([]);
const products = ref<{ value: string; title: string }[]>([]);

onMounted(async () => {
  const choices = async (kind: PageKind) =>
    ((await attempt(() => call(routes.listPages, { query: { pageKind: kind, limit: 200 } })))?.pages ?? []).map(
      (page) => ({
        value: page.page.slice(kind.length + 1),
        title: page.title,
      }),
    );
  [collections.value, products.value] = await Promise.all([choices('collection'), choices('product')]);
});

function choose(from: ProductSource['from']): void {
  if (from === 'collection') emit('update:modelValue', { from, collection: collections.value[0]?.value ?? '' });
  else if (from === 'chosen') emit('update:modelValue', { from, products: [] });
  else emit('update:modelValue', { from });
}
const ofCollection = (): string | null => (props.modelValue.from === 'collection' ? props.modelValue.collection : null);
const chosen = (): readonly string[] => (props.modelValue.from === 'chosen' ? props.modelValue.products : []);
</script>

<template>
  <div class="source">
    <v-select
      :model-value="modelValue.from"
      :items="FORMS"
      :label="label"
      :hint="help"
      persistent-hint
      :error-messages="fault"
      @update:model-value="choose"
    />
    <v-select
      v-if="modelValue.from === 'collection'"
      :model-value="ofCollection()"
      :items="collections"
      label="Collection"
      @update:model-value="emit('update:modelValue', { from: 'collection', collection: $event })"
    />
    <router-link
      v-if="modelValue.from === 'collection' && ofCollection()"
      class="plain"
      :to="{ path: `/collections/${encodeURIComponent(ofCollection() ?? '')}`, query: { back: route.fullPath } }"
      >Change what is in it</router-link
    >
    <v-autocomplete
      v-if="modelValue.from === 'chosen'"
      :model-value="chosen()"
      :items="products"
      label="Products, in this order"
      multiple
      chips
      closable-chips
      @update:model-value="emit('update:modelValue', { from: 'chosen', products: [...$event] })"
    />
  </div>
</template>

<style scoped>
.source {
  display: grid;
  gap: 12px;
}
</style>
