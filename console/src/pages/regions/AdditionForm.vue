<script setup lang="ts">
/** One addition: where it goes and for which pages, beside a page that has it. */
import { mdiPencilOutline } from '@mdi/js';
import { counted, isOneOf, sure } from '@parlour/core';
import { DOCUMENT_TYPES, isSection, sectionName, type EditRequest } from '@parlour/core/design';
import { keys, AROUND_TITLES, REGIONS, sectionsIn, type AdditionDocument, type Target } from '@parlour/core/documents';
import type { Device, Field } from '@parlour/core/fields';
import { kindRef, OPEN_PLACE, kindName } from '@parlour/core/kinds';
import { isPageKind, PAGE_KINDS, pageKinds, RULE_FACTS, type PageKind } from '@parlour/core/pages';
import { routes } from '@parlour/contract';
import { computed, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useAnswer, useKept } from '../../answers';
import { edit, leaving, say, session, undoLast } from '../../api';
import FieldInput from '../../fields/FieldInput.vue';
import { useDocument } from '../../use-document';
import { usePreview } from '../../use-preview';
import FormBeside from '../../workbench/FormBeside.vue';
import { pagesOfTarget, type TargetPages } from './additions';

type Aim = 'page' | 'kind' | 'rule';

const route = useRoute();
const router = useRouter();
const key = computed(() => keys.addition(String(route.params['code'])));
const { document, renewals, run, setterOf } = useDocument<AdditionDocument>(() => key.value);

const TYPE = DOCUMENT_TYPES.addition;
const fieldOf = (path: string): Field =>
  sure(path.startsWith('target.') ? TYPE.groups?.['target']?.(path.slice('target.'.length)) : TYPE.fields[path]);

const device = ref<Device>('desktop');

const target = computed(() => document.value?.target);
/** The pages it is for, now. */
const { data: reached } = useKept(
  'pages of a target',
  () => target.value,
  () => pagesOfTarget(target.value as Target),
  { when: () => target.value !== undefined, lingers: true },
);
const pages = computed<TargetPages>(() => reached.value ?? { total: 0, some: [], first: null });
const first = computed(() => (target.value ? (pages.value.first ?? '') : ''));
const url = usePreview(() => first.value);

/** What is on the first of them: sections it can stand beside, and open places. What is added itself is no place to add to. */
const { data: parts } = useAnswer(routes.getPageParts, () => ({ params: { page: first.value } }), {
  when: () => first.value !== '',
  lingers: true,
});
const there = computed(() =>
  (parts.value?.documents ?? []).flatMap(({ document: { type, nodes } }) =>
    type === 'template' || type === 'arrangement' ? Object.values(nodes).filter(isSection) : [],
  ),
);
const openPlaces = computed(() => [
  ...new Set(
    there.value
      .filter(({ kind }) => kindName(kind) === OPEN_PLACE)
      .map(({ values }) => String(values['name'] ?? 'extra')),
  ),
]);
const beside = computed(() =>
  there.value.flatMap((section) => {
    const title = sectionName(section, session.kinds);
    return [
      { value: `before:${section.id}`, title: `Before: ${title}` },
      { value: `after:${section.id}`, title: `After: ${title}` },
    ];
  }),
);
const aim = computed<Aim>(() => {
  const now = target.value;
  if (!now || 'page' in now) return 'page';
  return 'when' in now && now.when ? 'rule' : 'kind';
});
const pageKind = computed<PageKind>(() => {
  const now = target.value;
  if (now && 'pageKind' in now) return now.pageKind;
  const [kind = ''] = (now && 'page' in now ? now.page : '').split(':');
  return isPageKind(kind) ? kind : 'product';
});
const AIMS = [
  { value: 'page', title: 'One page' },
  { value: 'kind', title: 'All pages of a kind' },
  { value: 'rule', title: 'Pages that a rule matches' },
];
const KINDS = pageKinds().map((value) => ({ value, title: PAGE_KINDS[value].name }));
const RULED = KINDS.filter(({ value }) => PAGE_KINDS[value].subject !== null);
const places = computed(() => [
  ...REGIONS.map((value) => ({ value: value as string, title: `Region: ${AROUND_TITLES[value]}` })),
  ...openPlaces.value.map((name) => ({ value: `open-place:${name}`, title: `Open place: ${name}` })),
  ...beside.value,
  ...(document.value && !isListed(document.value.place)
    ? [{ value: document.value.place, title: document.value.place }]
    : []),
]);
function isListed(place: string): boolean {
  return (
    isOneOf(REGIONS, place) ||
    openPlaces.value.some((name) => place === `open-place:${name}`) ||
    beside.value.some(({ value }) => value === place)
  );
}

/** Replaces the target as a whole, in one unit. */
async function aimAt(next: { page?: string; pageKind?: PageKind; when?: unknown }): Promise<void> {
  const now = (target.value ?? {}) as Readonly<Record<string, unknown>>;
  const edits = ['page', 'pageKind', 'when'].flatMap((name): EditRequest[] => {
    const [was, value] = [now[name], (next as Readonly<Record<string, unknown>>)[name]];
    if (JSON.stringify(was) === JSON.stringify(value)) return [];
    return [
      {
        type: 'set',
        document: key.value,
        field: `target.${name}`,
        ...(was === undefined || was === null ? {} : { was }),
        ...(value === undefined ? {} : { value }),
      },
    ];
  });
  if (edits.length) await run(edits);
}
function chooseAim(next: Aim): Promise<void> {
  if (next === 'page') return aimAt({ page: pages.value.first ?? 'home' });
  if (next === 'kind') return aimAt({ pageKind: pageKind.value });
  const kind = PAGE_KINDS[pageKind.value].subject === null ? 'product' : pageKind.value;
  const fact = Object.keys(RULE_FACTS[kind] ?? {})[0] ?? 'title';
  return aimAt({ pageKind: kind, when: { match: 'all', conditions: [{ fact, is: 'is', value: '…' }] } });
}

async function addSection(kind: string): Promise<void> {
  await run([{ type: 'insert', document: key.value, kind, place: { at: 'main' } }]);
}
const kinds = computed(() =>
  session.kinds.all
    .filter((kind) => !kind.fits || kind.fits.pages.includes(pageKind.value))
    .map((kind) => ({ value: kindRef(kind), title: kind.title })),
);
const sections = computed(() => (document.value ? [...sectionsIn(document.value.areas)] : []));

async function remove(): Promise<void> {
  await leaving(async () => {
    const { sentences } = await edit([{ type: 'discard', document: key.value }]);
    await router.push('/additions');
    say(sentences.join(' '), undoLast);
  });
}
</script>

<template>
  <FormBeside
    v-model:device="device"
    :title="document?.name ?? 'Addition'"
    label="Settings of the addition"
    :list="{ to: '/additions', title: 'All additions' }"
    :url="url"
    :selected="sections[0]?.id ?? null"
    :renewals="renewals"
    @remove="remove"
  >
    <template v-if="document">
      <fieldset>
        <legend>For which pages</legend>
        <v-select :model-value="aim" :items="AIMS" label="For" @update:model-value="chooseAim" />
        <FieldInput
          v-if="aim === 'page' && 'page' in document.target"
          :key="`page ${document.target.page}`"
          name="target.page"
          :field="fieldOf('target.page')"
          :own="document.target.page"
          required
          :set="setterOf('target.page')"
        />
        <v-select
          v-if="aim !== 'page'"
          :model-value="pageKind"
          :items="aim === 'rule' ? RULED : KINDS"
          label="Page kind"
          @update:model-value="
            (next: PageKind) =>
              aimAt({
                pageKind: next,
                ...(aim === 'rule' && 'when' in document!.target && { when: document!.target.when }),
              })
          "
        />
        <FieldInput
          v-if="aim === 'rule' && 'when' in document.target"
          :key="pageKind"
          name="target.when"
          :field="fieldOf('target.when')"
          :own="document.target.when"
          :page-kind="pageKind"
          required
          :set="setterOf('target.when')"
        />
        <p class="count" role="status">
          {{
            pages.total === 0
              ? 'No page has it now.'
              : `${counted(pages.total, 'page')} now: ${pages.some.join(', ')}${pages.total > pages.some.length ? ' …' : ''}`
          }}
        </p>
      </fieldset>
      <fieldset>
        <legend>Where it goes</legend>
        <v-autocomplete
          :model-value="document.place"
          :items="places"
          label="Place"
          hint="A region, an open place, or right before or after a section of the page beside this."
          persistent-hint
          @update:model-value="(next: string | null) => next && setterOf('place')(next, document?.place)"
        />
        <FieldInput
          v-for="path in ['order', 'languages', 'name']"
          :key="path"
          :name="path"
          :field="fieldOf(path)"
          :own="(document as unknown as Record<string, unknown>)[path]"
          :required="fieldOf(path).required"
          :set="setterOf(path)"
        />
      </fieldset>
      <fieldset>
        <legend>What it holds</legend>
        <ul v-if="sections.length" class="sections">
          <li v-for="one in sections" :key="one.id">{{ sectionName(one, session.kinds) }}</li>
        </ul>
        <p v-else class="quiet">Nothing yet. Add its first section; its texts and pictures are set in the workbench.</p>
        <v-autocomplete
          :model-value="null"
          :items="kinds"
          label="Add a section"
          @update:model-value="(kind: string | null) => kind && addSection(kind)"
        />
        <v-btn
          v-if="pages.first && sections.length"
          variant="flat"
          color="primary"
          :prepend-icon="mdiPencilOutline"
          :to="`/workbench/${encodeURIComponent(pages.first)}?section=${sections[0]?.id}`"
          >Set its sections in the workbench</v-btn
        >
      </fieldset>
    </template>
    <template #over>
      <span class="quiet">{{ pages.some[0] ?? 'No page has it now' }}</span>
    </template>
  </FormBeside>
</template>

<style scoped>
.sections {
  padding-inline-start: 20px;
}
</style>
