<script setup lang="ts">
import { mdiMagnify } from '@mdi/js';
import { routes } from '@parlour/contract';
import { ref, watch } from 'vue';
import { attempt, call } from '../api';
import { selectOnFocus } from '../fields/select-on-focus';
import { takingTurns } from '../turns';

const props = defineProps<{ page: string; title: string }>();
const emit = defineEmits<{ open: [page: string] }>();

interface Choice {
  readonly value: string;
  readonly title: string;
  readonly path: string;
}
const items = ref<Choice[]>([]);
const selecting = selectOnFocus();
const words = ref('');

const ask = takingTurns();
async function search(text: string): Promise<void> {
  const counts = ask();
  const answer = await attempt(() =>
    call(routes.listPages, { query: { search: text === props.title ? undefined : text || undefined, limit: 30 } }),
  );
  if (counts())
    items.value = (answer?.pages ?? []).map((page) => ({ value: page.page, title: page.title, path: page.path }));
}
let waiting: ReturnType<typeof setTimeout> | undefined;
watch(
  words,
  (text) => {
    clearTimeout(waiting);
    waiting = setTimeout(() => void search(text ?? ''), 150);
  },
  { immediate: true },
);
</script>

<template>
  <v-autocomplete
    v-model:search="words"
    :model-value="{ value: page, title, path: '' }"
    :items="items"
    item-title="title"
    item-value="value"
    return-object
    no-filter
    v-bind="selecting"
    aria-label="Open another page"
    :prepend-inner-icon="mdiMagnify"
    class="search"
    @update:model-value="(choice: Choice | null) => choice && choice.value !== page && emit('open', choice.value)"
  >
    <template #item="{ props: item, item: found }"><v-list-item v-bind="item" :subtitle="found.path" /></template>
  </v-autocomplete>
</template>

<style scoped>
.search {
  flex: 0 0 280px;
}
</style>
