<script setup lang="ts">
import { mdiMagnify } from '@mdi/js';
import { PAGE_KINDS, type PageSort } from '@parlour/core/pages';
import { computed, ref } from 'vue';
import { attempt, edit, say, undoLast } from '../../api';
import PlainSelect from '../../fields/PlainSelect.vue';
import SortHead from '../../shell/SortHead.vue';
import { useVirtualRows } from '../../virtual-rows';
import { usePageList, type Page } from './use-page-list';

const { pages, templates, total, hasMore, more, renewing, loading, search, pageKind, template, sort } = usePageList();
const body = ref<HTMLElement | null>(null);
const { shown, above, below, measure } = useVirtualRows(pages, body, 73);
const COLUMNS: readonly { readonly title: string; readonly by: PageSort; readonly wide?: true }[] = [
  { title: 'Page', by: 'title' },
  { title: 'Code', by: 'page' },
  { title: 'Template', by: 'template', wide: true },
  { title: 'Reason', by: 'reason' },
];

const kinds = Object.entries(PAGE_KINDS).map(([value, { name }]) => ({ value, title: name }));
const templateChoices = computed(() => templates.value.map(({ code, name }) => ({ value: code, title: name })));

/** The templates a page may use; the standard one first. A kind with a single page has only its standard. */
const choicesFor = (page: Page) => {
  const fitting = templates.value.filter((one) => one.pageKind === page.pageKind);
  if (isSingle(page)) return fitting.map(({ code, name }) => ({ value: code, title: name }));
  const standard = fitting.find((one) => one.standard);
  const byRule = page.template?.reason === 'rule' ? page.template : null;
  const first = byRule ? byRule.name : standard ? `${standard.name} (standard)` : 'The standard template';
  return [
    { value: '', title: first },
    ...fitting
      .filter((one) => one.code !== (byRule?.code ?? standard?.code))
      .map((one) => ({ value: one.code, title: one.name })),
  ];
};

async function assign(page: Page, code: string): Promise<void> {
  await attempt(async () => {
    const answer = await edit([{ type: 'assign', pages: [page.page], template: code || null }]);
    say(answer.sentences[0] ?? 'Saved.', undoLast);
  });
}

/** Pages that are ticked, to be assigned a template together; all of one kind. */
const chosen = ref<string[]>([]);
const chosenKind = computed(() => pages.value.find(({ page }) => chosen.value.includes(page))?.pageKind);
const bulkChoices = computed(() =>
  templates.value
    .filter((one) => one.pageKind === chosenKind.value)
    .map(({ code, name }) => ({ value: code, title: name })),
);
const canChoose = (page: Page): boolean => !isSingle(page) && (!chosenKind.value || chosenKind.value === page.pageKind);

async function assignChosen(code: string | null): Promise<void> {
  await attempt(async () => {
    const answer = await edit([{ type: 'assign', pages: chosen.value, template: code }]);
    chosen.value = [];
    say(answer.sentences[0] ?? 'They already have it.', undoLast);
  });
}

const chosenFor = (page: Page): string =>
  isSingle(page) || page.template?.reason === 'page' ? (page.template?.code ?? '') : '';
const isSingle = (page: Page): boolean => PAGE_KINDS[page.pageKind].subject === null;
const because = (page: Page): string =>
  !page.template
    ? 'No template is assigned to these pages'
    : page.template.reason === 'page'
      ? 'Assigned to this page'
      : page.template.reason === 'rule'
        ? `Rule: ${page.template.rule ?? ''}`
        : 'The standard template';
</script>

<template>
  <div class="sheet">
    <div class="sheet-head">
      <div>
        <h1>Pages</h1>
        <p class="quiet">Everything a shopper can visit, the template it uses, and why.</p>
      </div>
      <v-text-field
        v-model="search"
        label="Search title or code"
        :prepend-inner-icon="mdiMagnify"
        clearable
        class="search"
      />
      <v-select v-model="pageKind" :items="kinds" label="Page kind" clearable class="filter" />
      <v-select v-model="template" :items="templateChoices" label="Template" clearable class="filter" />
    </div>

    <v-card v-if="chosen.length" class="bulk">
      <strong class="figure">{{ chosen.length }} {{ chosen.length === 1 ? 'page' : 'pages' }} selected</strong>
      <v-select
        :model-value="null"
        :items="bulkChoices"
        label="Assign a template"
        class="bulk-choice"
        @update:model-value="(code: string | null) => code && assignChosen(code)"
      />
      <v-btn @click="assignChosen(null)">Use rules and standard</v-btn>
      <v-spacer />
      <v-btn @click="chosen = pages.filter((page) => page.pageKind === chosenKind).map(({ page }) => page)"
        >Select all shown</v-btn
      >
      <v-btn @click="chosen = []">Clear selection</v-btn>
    </v-card>
    <v-card>
      <v-table hover>
        <thead>
          <tr>
            <th class="tick"><span class="unseen">Select</span></th>
            <SortHead
              v-for="{ title, by, wide } in COLUMNS"
              :key="by"
              v-model:sort="sort"
              :by="by"
              :class="{ 'template-cell': wide }"
              >{{ title }}</SortHead
            >
          </tr>
        </thead>
        <tbody ref="body">
          <tr v-if="above" class="room" aria-hidden="true">
            <td colspan="5" :style="{ height: `${above}px` }" />
          </tr>
          <tr v-for="{ index, row: page } in shown" :key="page.page" :ref="measure" :data-index="index">
            <td class="tick">
              <v-checkbox-btn
                v-if="!isSingle(page)"
                v-model="chosen"
                :value="page.page"
                :disabled="!canChoose(page)"
                :aria-label="`Select ${page.title}`"
                density="compact"
              />
            </td>
            <td>
              <router-link :to="`/workbench/${encodeURIComponent(page.page)}`" class="title">{{
                page.title
              }}</router-link>
              <div class="quiet path">
                {{ page.path }}<template v-if="page.shows">, shows {{ page.shows.title }}</template>
              </div>
            </td>
            <td class="quiet code">{{ page.page }}</td>
            <td class="template-cell">
              <PlainSelect
                :model-value="chosenFor(page)"
                :items="choicesFor(page)"
                :label="`Template of ${page.title}`"
                @update:model-value="(code: string) => assign(page, code)"
              />
            </td>
            <td>
              <span :class="{ own: page.template?.reason === 'page', rule: page.template?.reason === 'rule' }">{{
                because(page)
              }}</span>
            </td>
          </tr>
          <tr v-if="below" class="room" aria-hidden="true">
            <td colspan="5" :style="{ height: `${below}px` }" />
          </tr>
          <tr v-if="!loading && pages.length === 0">
            <td colspan="5" class="empty">No page matches. Clear the search or the filters to see them all.</td>
          </tr>
        </tbody>
      </v-table>
    </v-card>
    <p v-if="renewing" class="quiet mt-4" role="status">
      {{
        renewing.fault ??
        `Templates are being updated: ${renewing.pages} of ${renewing.total} pages. The list shows them as they are done.`
      }}
    </p>
    <p class="quiet mt-4 count">
      <span class="figure">{{ pages.length }} of {{ total }} pages</span>
      <v-btn v-if="hasMore" class="ms-4" :loading="loading" @click="more">Show more</v-btn>
    </p>
  </div>
</template>

<style scoped>
td {
  padding-block: 8px !important;
}
.path,
.code {
  font-size: 0.9375rem;
}
.template-cell {
  width: 260px;
}
.bulk {
  position: sticky;
  inset-block-start: 64px;
  z-index: 5;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 16px;
  padding: 12px 20px;
  margin-bottom: 14px;
}
.bulk-choice {
  flex: 0 1 260px;
}
.tick {
  width: 48px;
  padding-inline-end: 0 !important;
}
.rule {
  color: rgb(var(--v-theme-primary));
}
.own {
  color: rgb(var(--v-theme-warning));
  font-weight: 600;
}
.empty {
  padding-block: 40px !important;
  text-align: center;
}
</style>
