<script setup lang="ts">
/** The look of the store: its settings in groups, beside a real page that follows while one types. */
import {
  colourPairs,
  groundworkOf,
  keys,
  LOOK_GROUPS,
  lookFields,
  lookRoot,
  type Device,
  type LookDocument,
} from '@parlour/core';
import { routes } from '@parlour/contract';
import { computed, onMounted, ref, watch } from 'vue';
import { attempt, call, edit } from '../api';
import FieldInput from '../fields/FieldInput.vue';
import { news } from '../live';
import DeviceToggle from '../workbench/DeviceToggle.vue';
import PageFrame from '../workbench/PageFrame.vue';
import PageSearch from '../workbench/PageSearch.vue';

type Group = keyof typeof LOOK_GROUPS;
const GROUPS = Object.entries(LOOK_GROUPS) as [Group, (typeof LOOK_GROUPS)[Group]][];

const group = ref<Group>('space');
const look = ref<LookDocument | null>(null);
/** What is just being typed or chosen, before it is saved. */
const tried = ref<Record<string, unknown>>({});
const page = ref({ code: 'home', title: 'Home' });
const url = ref('');
const renewals = ref(0);
const device = ref<Device>('desktop');

const load = async (): Promise<void> => {
  look.value = (await call(routes.getDocument, { query: { key: keys.look } })).document as LookDocument;
};

async function open(code: string): Promise<void> {
  const [{ url: link }, why] = await Promise.all([
    call(routes.preview, { body: { page: code } }),
    call(routes.why, { params: { page: code } }),
  ]);
  url.value = link;
  page.value = { code, title: why.title };
}

const shown = computed<LookDocument | null>(() => {
  if (!look.value) return null;
  const values = { ...look.value.values, ...tried.value };
  const set = Object.entries(values).filter(([, value]) => value !== undefined);
  return { ...look.value, values: Object.fromEntries(set) };
});
const rules = computed(() => (shown.value ? lookRoot(shown.value) : ''));
const fields = computed(() => {
  const all = lookFields(look.value?.groundwork);
  return Object.keys(LOOK_GROUPS[group.value].fields).flatMap((name) => {
    const field = all[name];
    return field ? [{ name, field, own: look.value?.values?.[name] }] : [];
  });
});
const pairs = computed(() => (shown.value ? colourPairs(shown.value) : []));
const unreadable = computed(() => pairs.value.filter(({ ratio, needed }) => ratio < needed));
const verdict = computed(() => {
  const [first, ...others] = unreadable.value;
  if (!first) return 'Every text can be read well on what is behind it.';
  const which = `${first.text} on ${first.ground.toLowerCase()}`;
  const more = others.length
    ? ` and ${others.length === 1 ? 'one more pair are' : `${others.length} more pairs are`}`
    : ' is';
  return `${which}${more} hard to read: texts need a contrast of at least 4.5.`;
});

const setterOf =
  (name: string) =>
  async (value: unknown, was: unknown): Promise<boolean> => {
    const done = await attempt(() =>
      edit([
        {
          type: 'set',
          document: keys.look,
          field: `values.${name}`,
          ...(value === undefined ? {} : { value }),
          ...(was === undefined ? {} : { was }),
        },
      ]),
    );
    await attempt(load);
    const { [name]: latest, ...others } = tried.value;
    // What was typed meanwhile is still being tried.
    if (latest === value) tried.value = others;
    renewals.value++;
    return done !== undefined;
  };

// What others set, or an undo, shows at once.
watch(news, (heard) => {
  if (!heard?.documents.includes(keys.look)) return;
  void attempt(load);
  renewals.value++;
});
onMounted(() => attempt(() => Promise.all([load(), open('home')]).then(() => undefined)));
</script>

<template>
  <div class="look">
    <section class="settings" aria-label="Settings of the look">
      <h1>Look</h1>
      <p class="quiet">
        Every page follows. Shoppers see it once it is published.
        <template v-if="look">Built on {{ groundworkOf(look.groundwork).name }}.</template>
      </p>
      <v-tabs v-model="group" density="compact" class="groups" aria-label="Groups of settings">
        <v-tab v-for="[code, { title }] in GROUPS" :key="code" :value="code">{{ title }}</v-tab>
      </v-tabs>
      <p v-if="group === 'colour' && unreadable.length" class="bad pt-4" role="status">{{ verdict }}</p>
      <div v-if="look" :key="group" class="fields">
        <FieldInput
          v-for="{ name, field, own } in fields"
          :key="name"
          :name="name"
          :field="field"
          :own="own"
          :set="setterOf(name)"
          @trying="(value) => (tried = { ...tried, [name]: value })"
        />
      </div>
      <section v-if="group === 'colour'" class="contrast" aria-label="Contrast">
        <h2>Contrast</h2>
        <p class="quiet">{{ verdict }}</p>
        <ul class="pairs">
          <li v-for="pair in pairs" :key="`${pair.text} ${pair.ground}`">
            <span class="sample" :style="{ background: pair.behind, color: pair.colour }" aria-hidden="true">Aa</span>
            <span>{{ pair.text }} on {{ pair.ground.toLowerCase() }}</span>
            <span class="figure">{{ (Math.floor(pair.ratio * 10) / 10).toFixed(1) }}</span>
            <span :class="pair.ratio < pair.needed ? 'bad' : 'good'">{{
              pair.ratio < pair.needed ? 'Hard to read' : 'Good'
            }}</span>
          </li>
        </ul>
      </section>
    </section>
    <div class="strip">
      <PageSearch :page="page.code" :title="page.title" @open="(code) => attempt(() => open(code))" />
      <v-spacer />
      <DeviceToggle v-model="device" />
    </div>
    <PageFrame :url="url" :device="device" :selected="null" :renewals="renewals" :look="rules" />
  </div>
</template>

<style scoped>
.look {
  display: grid;
  grid-template: 'settings strip' auto 'settings page' minmax(0, 1fr) / 440px minmax(0, 1fr);
  block-size: calc(100vh - 56px);
}
.settings {
  grid-area: settings;
  overflow-y: auto;
  padding: 20px;
  background: rgb(var(--v-theme-surface));
  border-inline-end: 1px solid rgba(var(--v-border-color), 0.16);
}
.settings > .quiet {
  margin-block: 2px 12px;
}
.strip {
  grid-area: strip;
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 8px 16px;
}
/* All five in one row. */
.groups :deep(.v-tab) {
  min-width: 0;
  padding-inline: 11px;
}
.fields {
  display: grid;
  gap: 18px;
  padding-block: 24px;
}
.contrast h2 {
  font-size: 1.125rem;
}
.pairs {
  list-style: none;
  padding: 0;
  margin-block-start: 8px;
}
.pairs li {
  display: grid;
  grid-template-columns: 44px 1fr auto 6.5rem;
  gap: 12px;
  align-items: center;
  padding-block: 6px;
  border-block-end: 1px solid rgba(var(--v-border-color), 0.16);
  font-size: 0.9375rem;
}
.sample {
  display: grid;
  place-content: center;
  block-size: 30px;
  border: 1px solid rgba(var(--v-border-color), 0.3);
  font-weight: 600;
}
.figure {
  font-variant-numeric: tabular-nums;
}
.good {
  color: rgb(var(--v-theme-success));
}
.bad {
  color: rgb(var(--v-theme-error));
  font-weight: 600;
}
</style>
