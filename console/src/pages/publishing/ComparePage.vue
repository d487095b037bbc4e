<script setup lang="ts">
/** What differs between any two states: the draft, what is live, a revision, or those of another design. */
import { capitalised } from '@parlour/core';
import { redirectsInWords } from '@parlour/core/design';
import { routes, type AnswerOf } from '@parlour/contract';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useAnswer } from '../../answers';
import { session } from '../../api';

type Comparison = AnswerOf<typeof routes.compare>;
interface State {
  readonly value: string;
  readonly title: string;
}

const route = useRoute();
const router = useRouter();
const named = (name: 'from' | 'to', standard: string) =>
  computed({
    get: () => String(route.query[name] ?? standard),
    set: (value: string) => void router.replace({ query: { ...route.query, [name]: value } }),
  });
const from = named('from', 'live');
const to = named('to', 'draft');

const { data: revisions } = useAnswer(routes.listRevisions, () => ({ query: { limit: 100 } }));
const { data: designs } = useAnswer(routes.listDesigns);
const states = computed<readonly State[]>(() => [
  { value: 'draft', title: 'The draft' },
  { value: 'live', title: 'What was published last' },
  ...(revisions.value?.revisions ?? []).map(({ number, note }) => ({
    value: String(number),
    title: `Revision ${number}${note ? `: ${note}` : ''}`,
  })),
  ...(designs.value?.designs ?? [])
    .filter(({ code }) => code !== session.design)
    .flatMap(({ code, name }) => [
      { value: `${code}/draft`, title: `“${name}”, draft` },
      { value: `${code}/live`, title: `“${name}”, published` },
    ]),
]);
const { data: found, loading: busy } = useAnswer(
  routes.compare,
  () => ({ query: { from: from.value, to: to.value, pages: 'yes' as const } }),
  { lingers: true },
);

/** The changes by document, in the order they come. */
const documents = computed(() => {
  const byKey = new Map<string, Comparison['changes']>();
  for (const change of found.value?.changes ?? [])
    byKey.set(change.document, [...(byKey.get(change.document) ?? []), change]);
  return [...byKey];
});

const swap = (): void => void router.replace({ query: { from: to.value, to: from.value } });
</script>

<template>
  <div class="sheet narrow">
    <div class="sheet-head">
      <div>
        <h1>Compare</h1>
        <p class="quiet">What changes from the first state to the second.</p>
      </div>
    </div>
    <div class="states">
      <v-autocomplete v-model="from" :items="states" label="From" hide-details />
      <v-btn variant="outlined" @click="swap">Swap</v-btn>
      <v-autocomplete v-model="to" :items="states" label="To" hide-details />
    </div>
    <v-progress-linear v-if="busy" indeterminate class="mt-6" aria-label="Comparing" />
    <template v-if="found">
      <p v-if="found.changes.length === 0" class="mt-8">Nothing differs.</p>
      <template v-else>
        <section v-for="[key, changes] in documents" :key="key" class="document">
          <h2>
            {{ capitalised(changes[0]?.called ?? key) }}
          </h2>
          <ul>
            <li v-for="change in changes" :key="change.id">{{ change.sentence }}</li>
          </ul>
        </section>
        <section v-if="found.pages" class="document">
          <h2>{{ found.pages.total }} {{ found.pages.total === 1 ? 'page looks' : 'pages look' }} different</h2>
          <p class="pages">
            <span v-for="{ page, title } in found.pages.some" :key="page"
              ><router-link :to="`/workbench/${encodeURIComponent(page)}`" class="plain">{{ title }}</router-link>
              <small class="quiet"> ({{ page }})</small></span
            >
            <span v-if="found.pages.total > found.pages.some.length" class="quiet"
              >and {{ found.pages.total - found.pages.some.length }} more</span
            >
          </p>
        </section>
        <section v-if="found.redirects.length" class="document">
          <h2>Old paths</h2>
          <p class="quiet">Once this is published:</p>
          <ul>
            <li v-for="sentence in redirectsInWords(found.redirects)" :key="sentence">{{ sentence }}</li>
          </ul>
        </section>
      </template>
    </template>
  </div>
</template>

<style scoped>
.narrow {
  max-width: 860px;
}
.states {
  display: grid;
  grid-template-columns: 1fr auto 1fr;
  gap: 12px;
  align-items: center;
}
.document {
  margin-top: 28px;
}
.document h2 {
  font-size: 1.25rem;
  border-block-end: 1px solid rgba(var(--v-border-color), 0.2);
  padding-block-end: 6px;
  margin-block-end: 8px;
}
.document ul {
  padding-inline-start: 20px;
}
.pages {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
}
</style>
