<script setup lang="ts">
/** What is added to some pages only: where it goes, for which pages, and how many those are now. */
import { mdiPlus } from '@mdi/js';
import { capitalised, counted, keys, type AdditionDocument } from '@parlour/core';
import { routes } from '@parlour/contract';
import { computed, onMounted, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { attempt, call, edit } from '../api';
import { inAddress } from '../in-address';
import { news } from '../live';
import AskDialog from '../shell/AskDialog.vue';
import { pagesOfTarget, placeInWords, targetInWords } from './additions';

interface Listed {
  readonly code: string;
  readonly document: AdditionDocument;
  readonly total: number;
  readonly some: readonly string[];
}

const router = useRouter();
const additions = ref<readonly Listed[]>([]);
const loaded = ref(false);
const search = inAddress('search');
const creating = ref(false);
const name = ref('');
const busy = ref(false);

const shown = computed(() => {
  const words = (search.value ?? '').trim().toLowerCase();
  return additions.value.filter(({ document, some }) =>
    [document.name, placeInWords(document.place), ...some].some((text) => text.toLowerCase().includes(words)),
  );
});
const places = computed(() => {
  const by = new Map<string, Listed[]>();
  for (const one of shown.value) by.set(one.document.place, [...(by.get(one.document.place) ?? []), one]);
  return [...by].map(([place, some]) => ({
    place,
    some: some.sort((a, b) => (a.document.order ?? 0) - (b.document.order ?? 0) || (a.code < b.code ? -1 : 1)),
  }));
});

async function load(): Promise<void> {
  const { documents } = await call(routes.listDocuments);
  additions.value = await Promise.all(
    documents
      .filter(({ type }) => type === 'addition')
      .map(async ({ key }): Promise<Listed> => {
        const document = (await call(routes.getDocument, { query: { key } })).document as AdditionDocument;
        return { code: key.slice('addition/'.length), document, ...(await pagesOfTarget(document.target)) };
      }),
  );
  loaded.value = true;
}

async function create(): Promise<void> {
  busy.value = true;
  await attempt(async () => {
    const { edits } = await edit([
      {
        type: 'create',
        what: 'addition',
        name: name.value.trim(),
        head: { place: 'above', 'target.page': 'home' },
      },
    ]);
    creating.value = false;
    await router.push(`/additions/${edits[0]?.document.slice(keys.addition('').length) ?? ''}`);
  });
  busy.value = false;
}

watch(news, () => void attempt(load));
onMounted(() => attempt(load));
</script>

<template>
  <div class="sheet">
    <div class="sheet-head">
      <div>
        <h1>Additions</h1>
        <p class="quiet">
          Sections for some pages only, without a template of their own: by page, by kind, or by rule.
        </p>
      </div>
      <v-text-field v-model="search" label="Search" clearable class="search" />
      <v-btn variant="flat" color="primary" :prepend-icon="mdiPlus" @click="((creating = true), (name = ''))"
        >New addition</v-btn
      >
    </div>
    <section v-for="{ place, some } in places" :key="place" class="place">
      <h2>{{ capitalised(placeInWords(place)) }}</h2>
      <router-link v-for="one in some" :key="one.code" :to="`/additions/${one.code}`" class="one">
        <span class="name">{{ one.document.name }}</span>
        <span>{{ targetInWords(one.document.target) }}</span>
        <span class="quiet">{{
          one.total === 0 ? 'No page now' : `${counted(one.total, 'page')}: ${one.some.join(', ')}`
        }}</span>
        <span v-if="one.document.order" class="quiet figure">order {{ one.document.order }}</span>
      </router-link>
    </section>
    <p v-if="loaded && !additions.length" class="quiet">
      Nothing is added anywhere yet. Use one for a picture over a single collection, a note on some products, a banner
      before the cart.
    </p>
    <p v-else-if="loaded && !shown.length" class="quiet">No addition matches “{{ search }}”.</p>
    <AskDialog
      v-if="creating"
      title="New addition"
      action="Create"
      :busy="busy"
      :ready="name.trim() !== ''"
      @do="create"
      @close="creating = false"
    >
      <v-text-field
        v-model="name"
        label="Name"
        hint="What the team calls it, such as “Size note”. Next you say where it goes and for which pages."
        persistent-hint
        autofocus
        maxlength="80"
        @keydown.enter="name.trim() && create()"
      />
    </AskDialog>
  </div>
</template>

<style scoped>
.place {
  margin-block-end: 24px;
}
.place h2 {
  font-size: 1.125rem;
  margin-block-end: 8px;
}
.one {
  display: grid;
  grid-template-columns: 14rem 16rem 1fr auto;
  gap: 4px 20px;
  align-items: baseline;
  padding: 12px 20px;
  margin-block-end: 6px;
  border: 1px solid rgba(var(--v-border-color), 0.16);
  background: rgb(var(--v-theme-surface));
  color: inherit;
  text-decoration: none;
}
.one:hover {
  border-color: rgb(var(--v-theme-primary));
}
.name {
  font-weight: 600;
}
</style>
