<script setup lang="ts">
/** The content pages of the design, and those that every store needs and this one is without. */
import { mdiMagnify, mdiPlus } from '@mdi/js';
import { freeCode, type CreateRequest, type EditRequest } from '@parlour/core/design';
import { routes, type AnswerOf } from '@parlour/contract';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { useAnswer } from '../../answers';
import { attempt, call, edit, may, say, undoLast } from '../../api';
import { inAddress } from '../../in-address';
import AskDialog from '../../shell/AskDialog.vue';
import SortHead from '../../shell/SortHead.vue';
import { whenText } from '../../times';
import PlanChoice, { type PlanOffer } from '../templates/PlanChoice.vue';
import { useVirtualRows } from '../../virtual-rows';

type Page = AnswerOf<typeof routes.listContent>['content'][number];
type Ready = AnswerOf<typeof routes.listStarters>['pages'][number];

/** As people sort: capitals and accents count little, 10 comes after 9. */
const NATURAL = new Intl.Collator('en', { numeric: true });

const router = useRouter();
const { data: listed } = useAnswer(routes.listContent);
const { data: starters } = useAnswer(routes.listStarters);
const pages = computed<readonly Page[]>(() => listed.value?.content ?? []);
const ready = computed<readonly Ready[]>(() => starters.value?.pages ?? []);
const loaded = computed(() => listed.value !== undefined && starters.value !== undefined);
const search = inAddress('search');
const naming = ref(false);
const title = ref('');
/** What the new page is for: a template, or a starter that is none yet. */
const purpose = ref<Purpose | null>(null);
const templateCodes = ref<ReadonlySet<string>>(new Set());
const purposes = ref<readonly Purpose[]>([]);

interface Purpose {
  readonly code: string;
  readonly name: string;
  readonly sentence: string;
  /** The drawing of a starter. */
  readonly svg?: string;
  /** `standard` needs no assignment, a starter becomes a template first. */
  readonly from: 'standard' | 'template' | 'starter';
}

const offers = computed<PlanOffer<Purpose | null>[]>(() =>
  purposes.value.map((one) => ({
    value: one,
    name: one.name,
    sentence: one.sentence,
    ...(one.svg === undefined ? { template: one.code } : { svg: one.svg }),
  })),
);

const COLUMNS = { title: 'Page', visible: 'Who may see it', menus: 'In menus', labels: 'Labels' };
type By = keyof typeof COLUMNS;
const sort = inAddress<By | `-${By}`>('sort');
const READ: Record<By, (page: Page) => string> = {
  title: ({ title }) => title,
  visible: (page) => seenBy(page),
  menus: ({ menus }) => menus.map(({ name }) => name).join(', '),
  labels: ({ labels }) => labels.join(', '),
};
const found = computed(() => {
  const words = search.value?.trim().toLowerCase() ?? '';
  const matching = pages.value.filter(({ title, code, labels }) =>
    `${title} ${code} ${labels.join(' ')}`.toLowerCase().includes(words),
  );
  const by = sort.value?.replace('-', '') as By | undefined;
  if (!by || !Object.hasOwn(READ, by)) return matching;
  const turn = sort.value?.startsWith('-') ? -1 : 1;
  // Those that have none come last, either way.
  return matching.sort((one, other) => {
    const [a, b] = [READ[by](one), READ[by](other)];
    return Number(a === '') - Number(b === '') || turn * NATURAL.compare(a, b);
  });
});
const body = ref<HTMLElement | null>(null);
const { shown, above, below, measure } = useVirtualRows(found, body, 73);
const missing = computed(() => ready.value.filter(({ code }) => !pages.value.some((page) => page.code === code)));

function seenBy({ visible, from }: Page): string {
  if (visible === 'nobody') return 'Nobody yet';
  const who = visible === 'signed-in' ? 'Signed-in shoppers' : 'Everyone';
  return from !== '' && Date.parse(from) > Date.now() ? `${who}, from ${whenText(from)}` : who;
}

/** The templates of content pages, then the starters that none of them bears the name of. */
async function startNaming(): Promise<void> {
  await attempt(async () => {
    const [{ templates }, { starters }] = await Promise.all([call(routes.listTemplates), call(routes.listStarters)]);
    // To choose a template is design; without that right a page has the usual one.
    const designs = may('design.edit');
    const own = templates.filter(({ pageKind, standard }) => pageKind === 'content' && (designs || standard));
    const sentenceOf = (name: string) =>
      starters.find((one) => one.pageKind === 'content' && one.name === name)?.sentence;
    purposes.value = [
      ...own
        .map(
          (one) =>
            ({
              code: one.code,
              name: one.name,
              sentence: sentenceOf(one.name) ?? (one.standard ? 'The usual one: a title and a text.' : ''),
              from: one.standard ? 'standard' : 'template',
            }) as const,
        )
        .sort((a, b) => Number(b.from === 'standard') - Number(a.from === 'standard')),
      ...starters
        .filter(
          ({ pageKind, name, code }) =>
            designs && pageKind === 'content' && code !== 'content' && !own.some((one) => one.name === name),
        )
        .map(({ code, name, sentence, svg }) => ({ code, name, sentence, svg, from: 'starter' }) as const),
    ];
    templateCodes.value = new Set(templates.map(({ code }) => code));
    purpose.value = purposes.value[0] ?? null;
    title.value = '';
    naming.value = true;
  });
}
async function create(): Promise<void> {
  await attempt(async () => {
    const name = title.value.trim();
    const code = freeCode(name, (one) => pages.value.some((page) => page.code === one));
    const chosen = purpose.value;
    const requests: EditRequest[] = [{ type: 'create', what: 'content', name, code } satisfies CreateRequest];
    if (chosen?.from === 'starter')
      requests.push({ type: 'create', what: 'template', name: chosen.name, starter: chosen.code, pageKind: 'content' });
    if (chosen && chosen.from !== 'standard') {
      const template =
        chosen.from === 'template' ? chosen.code : freeCode(chosen.name, (one) => templateCodes.value.has(one));
      requests.push({ type: 'assign', pages: [`content:${code}`], template });
    }
    await edit(requests);
    naming.value = false;
    await router.push(`/content/${code}`);
  });
}
async function makeAgain({ code, title: name }: Ready): Promise<void> {
  await attempt(async () => {
    await edit([{ type: 'create', what: 'content', name, code, starter: code }]);
    say(`“${name}” is there again, with its ready-made text.`, undoLast);
  });
}
</script>

<template>
  <div class="sheet">
    <div class="sheet-head">
      <div>
        <h1>Content pages</h1>
        <p class="quiet">About, delivery, news: pages of text. They are published with the design.</p>
      </div>
      <v-text-field
        v-model="search"
        label="Search title or label"
        :prepend-inner-icon="mdiMagnify"
        clearable
        class="search"
      />
      <v-btn v-if="may('content.edit')" variant="flat" color="primary" :prepend-icon="mdiPlus" @click="startNaming"
        >New page</v-btn
      >
    </div>
    <v-card v-if="pages.length">
      <v-table hover>
        <thead>
          <tr>
            <SortHead v-for="(heading, by) in COLUMNS" :key="by" v-model:sort="sort" :by="by">{{ heading }}</SortHead>
            <th><span class="unseen">State</span></th>
          </tr>
        </thead>
        <tbody ref="body">
          <tr v-if="above" class="room" aria-hidden="true">
            <td colspan="5" :style="{ height: `${above}px` }" />
          </tr>
          <tr v-for="{ index, row: page } in shown" :key="page.code" :ref="measure" :data-index="index">
            <td>
              <router-link :to="`/content/${page.code}`" class="title">{{ page.title }}</router-link>
              <div class="quiet">{{ page.path }}</div>
            </td>
            <td>{{ seenBy(page) }}</td>
            <td>
              <router-link v-for="menu in page.menus" :key="menu.code" class="plain me-3" :to="`/menus/${menu.code}`">{{
                menu.name
              }}</router-link>
              <span v-if="!page.menus.length" class="quiet">None</span>
            </td>
            <td>{{ page.labels.join(', ') }}</td>
            <td class="state">
              <span v-if="page.readyMade" class="tag tag-draft">Ready-made text</span
              ><span v-if="!page.reached" class="tag tag-draft" title="No menu, link, text or list leads to it."
                >Nothing leads here</span
              >
            </td>
          </tr>
          <tr v-if="below" class="room" aria-hidden="true">
            <td colspan="5" :style="{ height: `${below}px` }" />
          </tr>
          <tr v-if="!found.length">
            <td colspan="5" class="none">No page matches. Clear the search to see them all.</td>
          </tr>
        </tbody>
      </v-table>
    </v-card>
    <p v-else-if="loaded" class="quiet">No content page yet. Make one, or begin with a ready-made one below.</p>

    <section v-if="missing.length" class="missing" aria-labelledby="missing">
      <h2 id="missing">Usual pages that are missing here</h2>
      <ul>
        <li v-for="page in missing" :key="page.code">
          <span
            ><strong>{{ page.title }}</strong> <span class="quiet">{{ page.sentence }}</span></span
          >
          <v-btn variant="outlined" size="small" @click="makeAgain(page)">Make it again</v-btn>
        </li>
      </ul>
    </section>
    <AskDialog
      v-if="naming"
      title="New page"
      action="Create"
      wide
      :ready="title.trim() !== ''"
      @do="create"
      @close="naming = false"
    >
      <v-text-field v-model="title" label="Title" autofocus maxlength="120" @keydown.enter="title.trim() && create()" />
      <PlanChoice v-model="purpose" legend="What it is for" name="purpose" :offers="offers" class="mt-4" />
    </AskDialog>
  </div>
</template>

<style scoped>
td {
  padding-block: 8px !important;
}
.state {
  text-align: end;
}
.none {
  padding-block: 40px !important;
  text-align: center;
}
.missing {
  margin-block-start: 36px;
}
.missing ul {
  list-style: none;
  padding: 0;
  margin-block-start: 10px;
}
.missing li {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 16px;
  padding-block: 8px;
}
</style>
