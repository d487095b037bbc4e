<script setup lang="ts">
/** What is around every page: the arrangements of each region and of side areas, and which kinds of pages have which. */
import { mdiContentCopy, mdiDeleteOutline, mdiPencilOutline, mdiPlus } from '@mdi/js';
import { counted } from '@parlour/core';
import { AROUND_TITLES, keys, PLACES_AROUND, type PlaceAround } from '@parlour/core/documents';
import { PAGE_KINDS, pageKinds } from '@parlour/core/pages';
import { routes, type AnswerOf } from '@parlour/contract';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { useAnswer } from '../../answers';
import { attempt, call, edit, say, undoLast } from '../../api';
import AskDialog from '../../shell/AskDialog.vue';

type Template = AnswerOf<typeof routes.listTemplates>['templates'][number];
interface Arrangement {
  readonly region: PlaceAround;
  readonly code: string;
  readonly name: string;
}

const router = useRouter();
const { data: listed } = useAnswer(routes.listTemplates);
const templates = computed<readonly Template[]>(() => listed.value?.templates ?? []);
const { data: found } = useAnswer(routes.listDocuments);
const arrangements = computed<readonly Arrangement[]>(() =>
  (found.value?.documents ?? []).flatMap(({ key, name }): Arrangement[] => {
    const [, region, code] = /^around\/([a-z-]+)\/(.+)$/.exec(key) ?? [];
    return region && code ? [{ region: region as PlaceAround, code, name }] : [];
  }),
);
/** Where a new arrangement is about to be made, and of which one it is a copy. */
const making = ref<{ readonly region: PlaceAround; readonly from: Arrangement | null } | null>(null);
const name = ref('');

const STANDARD = 'standard';
const of = (region: PlaceAround): readonly Arrangement[] => arrangements.value.filter((one) => one.region === region);
/** What a template has that chooses nothing; a side area is then its own. */
const usualOf = (region: PlaceAround): string =>
  region === 'side' ? 'Its own' : (of(region).find(({ code }) => code === STANDARD)?.name ?? 'Nothing');
const choicesOf = (region: PlaceAround) => [
  { value: STANDARD, title: usualOf(region) },
  ...of(region)
    .filter(({ code }) => code !== STANDARD)
    .map(({ code, name }) => ({ value: code, title: name })),
  ...(region === 'side' ? [] : [{ value: 'none', title: 'Left out' }]),
];
const chosenBy = ({ around }: Template, region: PlaceAround): string => around[region] ?? STANDARD;
const usersOf = ({ region, code }: Arrangement): readonly Template[] =>
  templates.value.filter((template) => chosenBy(template, region) === code);
const pagesOf = (one: Arrangement): number => usersOf(one).reduce((sum, { pages }) => sum + pages, 0);
/** The kinds of pages there are, each with the templates that pages use. */
const groups = computed(() =>
  pageKinds().flatMap((kind) => {
    const those = templates.value.filter(({ pageKind, pages }) => pageKind === kind && pages > 0);
    return those.length ? [{ kind, templates: those, pages: those.reduce((sum, { pages }) => sum + pages, 0) }] : [];
  }),
);
type Group = (typeof groups.value)[number];
const isNamedAsKind = ({ kind, templates: those }: Group): boolean =>
  those.length > 1 || those[0]?.name === PAGE_KINDS[kind].name;
const nameOf = (region: PlaceAround, code: string): string =>
  choicesOf(region).find(({ value }) => value === code)?.title ?? code;
/** The arrangements of a region that the pages of some templates have: the name, or how many have which. */
function mapped(those: readonly Template[], region: PlaceAround): string {
  const counts = new Map<string, number>();
  for (const template of those) {
    if (region === 'side' && !template.hasSide) continue;
    const code = chosenBy(template, region);
    counts.set(code, (counts.get(code) ?? 0) + template.pages);
  }
  const total = those.reduce((sum, { pages }) => sum + pages, 0);
  const named = [...counts].map(([code, pages]) =>
    pages === total ? nameOf(region, code) : `${nameOf(region, code)} on ${pages}`,
  );
  return named.length ? named.join(', ') : 'None';
}

async function choose(template: Template, region: PlaceAround, code: string): Promise<void> {
  const was = template.around[region];
  const value = code === STANDARD ? {} : { value: code };
  await attempt(async () => {
    const { sentences } = await edit([
      {
        type: 'set',
        document: keys.template(template.code),
        field: `around.${region}`,
        ...value,
        ...(was === undefined ? {} : { was }),
      },
    ]);
    say(sentences.join(' '), undoLast);
  });
}
async function make(region: PlaceAround, from: Arrangement | null): Promise<void> {
  await attempt(async () => {
    const copyOf = from ? { copyOf: from.code } : {};
    await edit([{ type: 'create', what: 'arrangement', region, ...copyOf, name: name.value.trim() }]);
    making.value = null;
    say('Created. No page has it yet; choose it for a template below.');
  });
}
async function remove(one: Arrangement): Promise<void> {
  await attempt(async () => {
    const { sentences } = await edit([{ type: 'discard', document: keys.arrangement(one.region, one.code) }]);
    say(sentences.join(' '), undoLast);
  });
}
/** Opens a page that shows it, where its sections are changed. */
async function open(one: Arrangement): Promise<void> {
  const template = usersOf(one).find(({ pages }) => pages > 0);
  if (!template) {
    say('No page has it yet. Choose it for a template below, then open it here.');
    return;
  }
  await attempt(async () => {
    const { pages } = await call(routes.listPages, { query: { template: template.code, limit: 1 } });
    if (pages[0]) await router.push(`/workbench/${encodeURIComponent(pages[0].page)}`);
  });
}
</script>

<template>
  <div class="sheet">
    <div class="sheet-head">
      <div>
        <h1>Regions</h1>
        <p class="quiet">
          What is around every page, made once. A template may use another arrangement, or leave one out. A side area is
          a template’s own; it may show an arrangement too.
        </p>
      </div>
    </div>
    <div class="places">
      <v-card v-for="region in PLACES_AROUND" :key="region" class="place">
        <div class="one">
          <h2>{{ AROUND_TITLES[region] }}</h2>
          <v-btn
            :icon="mdiPlus"
            size="small"
            :aria-label="`New arrangement: ${AROUND_TITLES[region]}`"
            @click="
              making = { region, from: null };
              name = '';
            "
          />
        </div>
        <p v-if="!of(region).length" class="quiet">
          {{
            region === 'side'
              ? 'None yet: every side area is its template’s own.'
              : 'Nothing on any page, except for additions.'
          }}
        </p>
        <div v-for="one in of(region)" :key="one.code" class="one">
          <span
            ><strong>{{ one.name }}</strong>
            <span class="quiet ms-2">on {{ pagesOf(one) }} {{ pagesOf(one) === 1 ? 'page' : 'pages' }}</span></span
          >
          <span class="actions">
            <v-btn :icon="mdiPencilOutline" size="small" :aria-label="`Edit ${one.name}`" @click="open(one)" />
            <v-btn
              :icon="mdiContentCopy"
              size="small"
              :aria-label="`Copy ${one.name}`"
              @click="
                making = { region, from: one };
                name = '';
              "
            />
            <v-btn
              v-if="one.code !== STANDARD"
              :icon="mdiDeleteOutline"
              size="small"
              color="error"
              :aria-label="`Remove ${one.name}`"
              @click="remove(one)"
            />
          </span>
        </div>
      </v-card>
    </div>
    <h2 class="which">Which pages have which</h2>
    <v-card>
      <v-table>
        <thead>
          <tr>
            <th>Pages</th>
            <th v-for="region in PLACES_AROUND" :key="region">{{ AROUND_TITLES[region] }}</th>
          </tr>
        </thead>
        <tbody v-for="group in groups" :key="group.kind">
          <tr v-if="group.templates.length > 1" class="kind">
            <th scope="rowgroup">
              {{ PAGE_KINDS[group.kind].name }} <span class="quiet">{{ counted(group.pages, 'page') }}</span>
            </th>
            <td v-for="region in PLACES_AROUND" :key="region" class="quiet">{{ mapped(group.templates, region) }}</td>
          </tr>
          <tr v-for="template in group.templates" :key="template.code">
            <td :class="{ inner: group.templates.length > 1 }">
              <strong>{{ group.templates.length > 1 ? template.name : PAGE_KINDS[group.kind].name }}</strong>
              <div class="quiet">
                {{ isNamedAsKind(group) ? '' : `${template.name}, ` }}{{ counted(template.pages, 'page') }}
              </div>
            </td>
            <td v-for="region in PLACES_AROUND" :key="region" class="cell">
              <span v-if="region === 'side' && !template.hasSide" class="quiet ms-3">None</span>
              <v-select
                v-else
                :model-value="chosenBy(template, region)"
                :items="choicesOf(region)"
                :aria-label="`${AROUND_TITLES[region]} of ${template.name}`"
                :class="{ other: template.around[region] !== undefined }"
                density="compact"
                @update:model-value="(code: string) => choose(template, region, code)"
              />
            </td>
          </tr>
        </tbody>
      </v-table>
    </v-card>
    <AskDialog
      v-if="making"
      :title="making.from ? `Copy “${making.from.name}”` : `New arrangement: ${AROUND_TITLES[making.region]}`"
      :action="making.from ? 'Copy' : 'Create'"
      :ready="name.trim() !== ''"
      @do="make(making.region, making.from)"
      @close="making = null"
    >
      <p class="mb-4">
        {{
          making.from
            ? 'The copy has sections of its own: changing one does not change the other.'
            : 'It begins empty. Choose it for a template, then open a page that has it.'
        }}
      </p>
      <v-text-field v-model="name" label="Name of the new arrangement" autofocus maxlength="80" />
    </AskDialog>
  </div>
</template>

<style scoped>
.places {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(330px, 1fr));
  gap: 16px;
}
.place {
  padding: 18px 22px;
}
.one {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
}
.actions {
  white-space: nowrap;
}
.kind th,
.kind td {
  background: rgb(var(--v-theme-background));
}
.kind td {
  padding-inline: 18px 6px !important;
}
.inner {
  padding-inline-start: 32px !important;
}
.which {
  margin-block: 36px 12px;
}
td {
  padding-block: 8px !important;
}
.cell {
  min-width: 150px;
  padding-inline: 6px !important;
}
.other {
  font-weight: 600;
}
</style>
