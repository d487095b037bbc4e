<script setup lang="ts">
/** Chooses several pages of the store at once. */
import { mdiMagnify } from '@mdi/js';
import { routes } from '@parlour/contract';
import { ref, watch } from 'vue';
import { attempt, call } from '../api';
import AskDialog from '../shell/AskDialog.vue';
import { takingTurns } from '../turns';

const emit = defineEmits<{ add: [pages: readonly { page: string; title: string }[]]; close: [] }>();

interface Found {
  readonly page: string;
  readonly title: string;
  readonly path: string;
}
const search = ref('');
const found = ref<readonly Found[]>([]);
const chosen = ref<readonly Found[]>([]);

const isChosen = (page: Found): boolean => chosen.value.some((one) => one.page === page.page);
const toggle = (page: Found): void => {
  chosen.value = isChosen(page) ? chosen.value.filter((one) => one.page !== page.page) : [...chosen.value, page];
};

let waiting: ReturnType<typeof setTimeout> | undefined;
const ask = takingTurns();
async function find(): Promise<void> {
  const counts = ask();
  const answer = await attempt(() =>
    call(routes.listPages, { query: { search: search.value || undefined, limit: 50 } }),
  );
  // No link leads to a page that is not there.
  if (counts()) found.value = (answer?.pages ?? []).filter(({ page }) => page !== 'not-found');
}
watch(search, () => {
  clearTimeout(waiting);
  waiting = setTimeout(() => void find(), 150);
});
void find();
</script>

<template>
  <AskDialog
    title="Add pages"
    :action="chosen.length ? `Add ${chosen.length === 1 ? 'one page' : `${chosen.length} pages`}` : 'Add'"
    :ready="chosen.length > 0"
    @do="emit('add', chosen)"
    @close="emit('close')"
  >
    <v-text-field v-model="search" label="Search title or code" :prepend-inner-icon="mdiMagnify" autofocus clearable />
    <ul class="found">
      <li v-for="page in found" :key="page.page">
        <v-checkbox-btn :model-value="isChosen(page)" density="compact" @update:model-value="toggle(page)">
          <template #label
            >{{ page.title }}<span class="quiet path">{{ page.path }}</span></template
          >
        </v-checkbox-btn>
      </li>
      <li v-if="!found.length" class="quiet">No page matches. Try another word.</li>
    </ul>
  </AskDialog>
</template>

<style scoped>
.found {
  list-style: none;
  padding: 0;
  margin-block-start: 8px;
  block-size: 320px;
  overflow-y: auto;
}
.path {
  margin-inline-start: 10px;
  font-size: 0.875rem;
}
</style>
