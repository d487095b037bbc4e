<script setup lang="ts">
/** What stands around every page: the arrangements of each region, and which templates choose which. */
import { mdiContentCopy, mdiDeleteOutline, mdiPencilOutline } from '@mdi/js';
import { capitalised, keys, PAGE_KINDS, REGIONS, type Region } from '@parlour/core';
import { routes, type AnswerOf } from '@parlour/contract';
import { computed, onMounted, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { attempt, call, edit, say, undoLast } from '../api';
import { news } from '../live';
import AskDialog from '../shell/AskDialog.vue';

type Template = AnswerOf<typeof routes.listTemplates>['templates'][number];
interface Arrangement {
  readonly region: Region;
  readonly code: string;
  readonly name: string;
}

const router = useRouter();
const templates = ref<readonly Template[]>([]);
const arrangements = ref<readonly Arrangement[]>([]);
const copying = ref<Arrangement | null>(null);
const name = ref('');

const STANDARD = 'standard';
const titleOf = (region: Region): string => capitalised(region.replace('-', ' '));
const of = (region: Region): readonly Arrangement[] => arrangements.value.filter((one) => one.region === region);
const choicesOf = (region: Region) => [
  { value: STANDARD, title: of(region).find(({ code }) => code === STANDARD)?.name ?? 'Nothing' },
  ...of(region)
    .filter(({ code }) => code !== STANDARD)
    .map(({ code, name }) => ({ value: code, title: name })),
  { value: 'none', title: 'Left out' },
];
const chosenBy = ({ around }: Template, region: Region): string => around[region] ?? STANDARD;
const usersOf = ({ region, code }: Arrangement): readonly Template[] =>
  templates.value.filter((template) => chosenBy(template, region) === code);
const pagesOf = (one: Arrangement): number => usersOf(one).reduce((sum, { pages }) => sum + pages, 0);
const used = computed(() => templates.value.filter(({ pages }) => pages > 0));

async function load(): Promise<void> {
  const [all, { documents }] = await Promise.all([call(routes.listTemplates), call(routes.listDocuments)]);
  templates.value = all.templates;
  const found = documents.flatMap(({ key }): Arrangement[] => {
    const [, region, code] = /^around\/([a-z-]+)\/(.+)$/.exec(key) ?? [];
    return region && code ? [{ region: region as Region, code, name: '' }] : [];
  });
  const named = await Promise.all(
    found.map(async (one) => {
      const { document } = await call(routes.getDocument, { query: { key: keys.arrangement(one.region, one.code) } });
      return { ...one, name: String((document as { name?: unknown }).name) };
    }),
  );
  arrangements.value = named;
}

async function choose(template: Template, region: Region, code: string): Promise<void> {
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
    say(sentences.join(' '), () => undoLast().then(load));
  });
  await attempt(load);
}
async function copy({ region, code }: Arrangement): Promise<void> {
  await attempt(async () => {
    await edit([{ type: 'create', what: 'arrangement', region, copyOf: code, name: name.value.trim() }]);
    copying.value = null;
    say('Created. No page has it yet; choose it for a template below.');
    await load();
  });
}
async function remove(one: Arrangement): Promise<void> {
  await attempt(async () => {
    const { sentences } = await edit([{ type: 'discard', document: keys.arrangement(one.region, one.code) }]);
    say(sentences.join(' '), () => undoLast().then(load));
    await load();
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

watch(news, () => void attempt(load));
onMounted(() => attempt(load));
</script>

<template>
  <div class="sheet">
    <div class="sheet-head">
      <div>
        <h1>Regions</h1>
        <p class="quiet">
          What is around every page, made once. A template may use another arrangement, or leave one out.
        </p>
      </div>
    </div>
    <div class="places">
      <v-card v-for="region in REGIONS" :key="region" class="place">
        <h2>{{ titleOf(region) }}</h2>
        <p v-if="!of(region).length" class="quiet">Nothing on any page, except for additions.</p>
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
                copying = one;
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
    <h2 class="which">Which arrangements each template uses</h2>
    <v-card>
      <v-table>
        <thead>
          <tr>
            <th>Template</th>
            <th v-for="region in REGIONS" :key="region">{{ titleOf(region) }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="template in used" :key="template.code">
            <td>
              <strong>{{ template.name }}</strong>
              <div class="quiet">
                {{ PAGE_KINDS[template.pageKind].name }}, {{ template.pages }}
                {{ template.pages === 1 ? 'page' : 'pages' }}
              </div>
            </td>
            <td v-for="region in REGIONS" :key="region" class="cell">
              <v-select
                :model-value="chosenBy(template, region)"
                :items="choicesOf(region)"
                :aria-label="`${titleOf(region)} of ${template.name}`"
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
      v-if="copying"
      :title="`Copy “${copying.name}”`"
      action="Copy"
      :ready="name.trim() !== ''"
      @do="copy(copying)"
      @close="copying = null"
    >
      <p class="mb-4">The copy has sections of its own: changing one does not change the other.</p>
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
