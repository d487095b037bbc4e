<script setup lang="ts">
/** What is added to some pages only: where it goes, for which pages, and how many those are now. */
import { mdiPlus } from '@mdi/js';
import { capitalised, counted } from '@parlour/core';
import { keys } from '@parlour/core/documents';
import { routes } from '@parlour/contract';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { useAnswer } from '../../answers';
import { attempt, edit } from '../../api';
import { inAddress } from '../../in-address';
import AskDialog from '../../shell/AskDialog.vue';

const router = useRouter();
const { data } = useAnswer(routes.listAdditions);
const additions = computed(() => data.value?.additions ?? []);
const search = inAddress('search');
const creating = ref(false);
const name = ref('');
const busy = ref(false);

const shown = computed(() => {
  const words = (search.value ?? '').trim().toLowerCase();
  return additions.value.filter(({ name: called, where, target, some }) =>
    [called, where, target, ...some].some((text) => text.toLowerCase().includes(words)),
  );
});
/** By place, as they come. */
const places = computed(() =>
  [...new Set(shown.value.map(({ where }) => where))].map((where) => ({
    where,
    some: shown.value.filter((one) => one.where === where),
  })),
);
const languageNames = new Intl.DisplayNames('en', { type: 'language' });
const inLanguages = (tags: readonly string[]): string => tags.map((tag) => languageNames.of(tag) ?? tag).join(', ');

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
    <section v-for="{ where, some } in places" :key="where" class="place">
      <h2>{{ capitalised(where) }}</h2>
      <router-link v-for="one in some" :key="one.code" :to="`/additions/${one.code}`" class="one">
        <span class="name">{{ one.name }}</span>
        <span>{{ one.target }}</span>
        <span v-if="one.lacksPlace" class="lacking">On no page: none of its pages has the place</span>
        <span v-else class="quiet">{{
          one.total === 0 ? 'No page now' : `${counted(one.total, 'page')}: ${one.some.join(', ')}`
        }}</span>
        <span v-if="one.order || one.languages.length" class="quiet figure">{{
          [one.order && `order ${one.order}`, one.languages.length && `only in ${inLanguages(one.languages)}`]
            .filter(Boolean)
            .join(', ')
        }}</span>
      </router-link>
    </section>
    <p v-if="data && !additions.length" class="quiet">
      Nothing is added anywhere yet. Use one for a picture over a single collection, a note on some products, a banner
      before the cart.
    </p>
    <p v-else-if="data && !shown.length" class="quiet">No addition matches “{{ search }}”.</p>
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
.lacking {
  color: rgb(var(--v-theme-warning));
}
</style>
