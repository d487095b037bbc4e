<script setup lang="ts">
import { mdiArrowDown, mdiArrowUp, mdiMagnify, mdiUnfoldMoreHorizontal } from '@mdi/js';
import { PAGE_KINDS } from '@parlour/core';
import { routes, type AnswerOf, type PageSort } from '@parlour/contract';
import { computed, onMounted, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { attempt, call, edit, say, undoLast } from '../api';
import { news } from '../live';

type Page = AnswerOf<typeof routes.listPages>['pages'][number];
type Template = AnswerOf<typeof routes.listTemplates>['templates'][number];

const route = useRoute();
const pages = ref<Page[]>([]);
const total = ref(0);
const renewing = ref<AnswerOf<typeof routes.listPages>['renewing']>(null);
const next = ref<string | null>(null);
const templates = ref<Template[]>([]);
const search = ref('');
const asked = (name: string): string | null => {
  const value = route.query[name];
  return typeof value === 'string' ? value : null;
};
const kind = ref(asked('kind'));
const template = ref(asked('template'));
const loading = ref(true);
/** What the list is sorted by, `-title` from the other end; null for the order of the kinds. */
const sort = ref<string | null>(null);
const COLUMNS: readonly { readonly title: string; readonly by: PageSort; readonly wide?: true }[] = [
  { title: 'Page', by: 'title' },
  { title: 'Code', by: 'page' },
  { title: 'Template', by: 'template', wide: true },
  { title: 'Why', by: 'reason' },
];

/** Up, down, and back to the order of the kinds. */
function sortBy(by: PageSort): void {
  sort.value = sort.value === by ? `-${by}` : sort.value === `-${by}` ? null : by;
}
const ariaSort = (by: PageSort): 'ascending' | 'descending' | undefined =>
  sort.value === by ? 'ascending' : sort.value === `-${by}` ? 'descending' : undefined;

const kinds = Object.entries(PAGE_KINDS).map(([value, { name }]) => ({ value, title: name }));
const templateChoices = computed(() => templates.value.map(({ code, name }) => ({ value: code, title: name })));

async function load(more = false): Promise<void> {
  loading.value = true;
  await attempt(async () => {
    const query = {
      search: search.value || undefined,
      kind: kind.value ?? undefined,
      template: template.value ?? undefined,
      sort: sort.value ?? undefined,
      cursor: more ? (next.value ?? undefined) : undefined,
      limit: 100,
    };
    const [answer, all] = await Promise.all([call(routes.listPages, { query }), call(routes.listTemplates)]);
    pages.value = more ? [...pages.value, ...answer.pages] : answer.pages;
    total.value = answer.total;
    renewing.value = answer.renewing;
    next.value = answer.next;
    templates.value = all.templates;
  });
  loading.value = false;
}

/** The templates a page may use; the standard one first. A kind with a single page has only its standard. */
const choicesFor = (page: Page) => {
  const fitting = templates.value.filter((one) => one.pageKind === page.kind);
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
    say(answer.sentences[0] ?? 'Saved.', () => undoLast().then(() => load()));
    await load();
  });
}

/** Pages that are ticked, to be given a template together; all of one kind. */
const chosen = ref<string[]>([]);
const chosenKind = computed(() => pages.value.find(({ page }) => chosen.value.includes(page))?.kind);
const bulkChoices = computed(() =>
  templates.value
    .filter((one) => one.pageKind === chosenKind.value)
    .map(({ code, name }) => ({ value: code, title: name })),
);
const canChoose = (page: Page): boolean => !isSingle(page) && (!chosenKind.value || chosenKind.value === page.kind);

async function assignChosen(code: string | null): Promise<void> {
  await attempt(async () => {
    const answer = await edit([{ type: 'assign', pages: chosen.value, template: code }]);
    chosen.value = [];
    say(answer.sentences[0] ?? 'They have it already.', () => undoLast().then(() => load()));
    await load();
  });
}

const chosenFor = (page: Page): string =>
  isSingle(page) || page.template?.reason === 'page' ? (page.template?.code ?? '') : '';
const isSingle = (page: Page): boolean => PAGE_KINDS[page.kind].subject === null;
const because = (page: Page): string =>
  !page.template
    ? 'No template is assigned to this kind'
    : page.template.reason === 'page'
      ? 'Given to this page'
      : page.template.reason === 'rule'
        ? `Rule: ${page.template.rule ?? ''}`
        : `Standard of ${PAGE_KINDS[page.kind].name.toLowerCase()} pages`;

let waiting: ReturnType<typeof setTimeout> | undefined;
watch(search, () => {
  clearTimeout(waiting);
  waiting = setTimeout(() => void load(), 200);
});
watch([kind, template, sort], () => void load());
watch(news, () => void load());
onMounted(() => load());
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
      <v-select v-model="kind" :items="kinds" label="Kind" clearable class="filter" />
      <v-select v-model="template" :items="templateChoices" label="Template" clearable class="filter" />
    </div>

    <v-card v-if="chosen.length" class="bulk">
      <strong class="figure">{{ chosen.length }} {{ chosen.length === 1 ? 'page' : 'pages' }} chosen</strong>
      <v-select
        :model-value="null"
        :items="bulkChoices"
        label="Give them the template"
        class="bulk-choice"
        @update:model-value="(code: string | null) => code && assignChosen(code)"
      />
      <v-btn @click="assignChosen(null)">Back to rules and standard</v-btn>
      <v-spacer />
      <v-btn @click="chosen = pages.filter((page) => page.kind === chosenKind).map(({ page }) => page)"
        >Choose all shown</v-btn
      >
      <v-btn @click="chosen = []">Choose none</v-btn>
    </v-card>
    <v-card>
      <v-table hover>
        <thead>
          <tr>
            <th class="tick"><span class="sr">Chosen</span></th>
            <th
              v-for="{ title, by, wide } in COLUMNS"
              :key="by"
              :class="{ 'template-cell': wide }"
              :aria-sort="ariaSort(by)"
            >
              <button type="button" class="sort" :class="{ sorted: ariaSort(by) }" @click="sortBy(by)">
                {{ title }}
                <v-icon
                  :icon="
                    ariaSort(by) === 'ascending' ? mdiArrowUp : ariaSort(by) ? mdiArrowDown : mdiUnfoldMoreHorizontal
                  "
                  size="16"
                />
              </button>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="page in pages" :key="page.page">
            <td class="tick">
              <v-checkbox-btn
                v-if="!isSingle(page)"
                v-model="chosen"
                :value="page.page"
                :disabled="!canChoose(page)"
                :aria-label="`Choose ${page.title}`"
                density="compact"
              />
            </td>
            <td>
              <router-link :to="`/workbench/${encodeURIComponent(page.page)}`" class="title">{{
                page.title
              }}</router-link>
              <div class="quiet path">{{ page.path }}</div>
            </td>
            <td class="quiet code">{{ page.page }}</td>
            <td class="template-cell">
              <v-select
                :model-value="chosenFor(page)"
                :items="choicesFor(page)"
                :aria-label="`Template of ${page.title}`"
                density="compact"
                @update:model-value="(code: string) => assign(page, code)"
              />
            </td>
            <td>
              <span :class="{ own: page.template?.reason === 'page', rule: page.template?.reason === 'rule' }">{{
                because(page)
              }}</span>
            </td>
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
        `Templates are being worked out anew: ${renewing.pages} of ${renewing.total}. The list is right all the same.`
      }}
    </p>
    <p class="quiet mt-4 count">
      <span class="figure">{{ pages.length }} of {{ total }} pages</span>
      <v-btn v-if="next" class="ms-4" @click="load(true)">Show more</v-btn>
    </p>
  </div>
</template>

<style scoped>
td {
  padding-block: 8px !important;
}
.title {
  color: inherit;
  font-weight: 600;
  text-decoration: none;
}
.title:hover {
  color: rgb(var(--v-theme-primary));
  text-decoration: underline;
}
.sort {
  display: inline-flex;
  align-items: center;
  gap: 4px;
  color: inherit;
  font: inherit;
}
.sort .v-icon {
  opacity: 0.35;
}
.sort:hover .v-icon,
.sorted .v-icon {
  opacity: 1;
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
