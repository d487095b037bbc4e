<script setup lang="ts">
/** The look of the store: its settings in groups, beside a real page that follows while one types. */
import { closeDocument, SPECIMEN_PAGE } from '@parlour/core/design';
import { isOfType, keys, type LookDocument } from '@parlour/core/documents';
import type { Device } from '@parlour/core/fields';
import { groundworkOf } from '@parlour/core/groundworks';
import { colourPairs, LOOK_GROUPS, lookFields, lookRoot, type ColourPair } from '@parlour/core/look';
import { routes } from '@parlour/contract';
import { computed, ref } from 'vue';
import { useAnswer } from '../../answers';
import { say, undoLast } from '../../api';
import FieldInput from '../../fields/FieldInput.vue';
import DeviceToggle from '../../workbench/DeviceToggle.vue';
import PageFrame from '../../workbench/PageFrame.vue';
import { useDocument } from '../../use-document';
import { usePreview } from '../../use-preview';
import ContrastList from './ContrastList.vue';
import LookTokens from './LookTokens.vue';
import PageSearch from '../../workbench/PageSearch.vue';
import { entriesOf } from '@parlour/core';

type Group = keyof typeof LOOK_GROUPS;
const GROUPS = entriesOf(LOOK_GROUPS);

const group = ref<Group>('space');
const { document: look, run, renewals, setterOf: setterOfLook } = useDocument<LookDocument>(() => keys.look);
/** What is just being typed or chosen, before it is saved. */
const tried = ref<Record<string, unknown>>({});
const shownPage = ref('home');
const { data: why } = useAnswer(routes.why, () => ({ params: { page: shownPage.value } }), {
  when: () => shownPage.value !== SPECIMEN_PAGE,
});
const pageTitle = computed(() =>
  shownPage.value === SPECIMEN_PAGE ? 'All styles on one sheet' : (why.value?.title ?? ''),
);
const url = usePreview(() => shownPage.value);
const device = ref<Device>('desktop');

const shown = computed<LookDocument | null>(() => {
  if (!look.value) return null;
  const values = { ...look.value.values, ...tried.value };
  const set = Object.entries(values).filter(([, value]) => value !== undefined);
  return { ...look.value, values: Object.fromEntries(set) };
});
/** The page's template may have settings of its own, here as for shoppers. */
const { data: parts } = useAnswer(routes.getPageParts, () => ({ params: { page: shownPage.value } }), {
  when: () => shownPage.value !== SPECIMEN_PAGE,
});
const overrides = computed(() => {
  const { template, documents = [] } = shownPage.value === SPECIMEN_PAGE ? {} : (parts.value ?? {});
  const found = documents.find(({ key }) => key === template);
  const document = found && closeDocument(found.document);
  return isOfType('template', document) ? document.look : undefined;
});
const rules = computed(() => (shown.value ? lookRoot(shown.value, overrides.value) : ''));
/** The colour that counts for a part that has none of its own. */
function followedBy(name: string): string {
  const field = lookFields(look.value?.groundwork)[name];
  const follows = field?.follows;
  if (field?.type !== 'colour' || follows === undefined) return '';
  return String(
    shown.value?.values?.[follows] || lookFields(look.value?.groundwork)[follows]?.default || followedBy(follows),
  );
}
const fields = computed(() => {
  const all = lookFields(look.value?.groundwork);
  return Object.keys(LOOK_GROUPS[group.value].fields).flatMap((name) => {
    const field = all[name];
    return field ? [{ name, field, own: look.value?.values?.[name], followed: followedBy(name) }] : [];
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

const setterOf = (name: string) => {
  const set = setterOfLook(`values.${name}`);
  return async (value: unknown, was: unknown): Promise<boolean> => {
    const done = await set(value, was);
    const { [name]: latest, ...others } = tried.value;
    // What was typed meanwhile is still being tried.
    if (latest === value) tried.value = others;
    return done;
  };
};

/** Sets the text of a pair to a colour that can be read. */
async function fix(pair: ColourPair, value: string): Promise<void> {
  const [name = ''] = pair.settings;
  const done = await run(() => {
    // What was just typed has been saved by then.
    const was = look.value?.values?.[name];
    const set = { type: 'set', document: keys.look, field: `values.${name}`, value } as const;
    return [{ ...set, ...(was === undefined ? {} : { was }) }];
  });
  tried.value = Object.fromEntries(Object.entries(tried.value).filter(([other]) => other !== name));
  if (done) say(`${pair.text} can be read on ${pair.ground.toLowerCase()} now.`, undoLast);
}
</script>

<template>
  <div class="look">
    <section class="settings" aria-label="Settings of the look">
      <h1>Look</h1>
      <p class="quiet">
        Every page follows. Shoppers see it once it is published.
        <template v-if="look">Built on {{ groundworkOf(look.groundwork).name }}.</template>
      </p>
      <LookTokens v-if="look" :look="look" />
      <v-tabs v-model="group" density="compact" class="groups" aria-label="Groups of settings">
        <v-tab v-for="[code, { title }] in GROUPS" :key="code" :value="code">{{ title }}</v-tab>
      </v-tabs>
      <p v-if="group === 'colour' && unreadable.length" class="bad pt-4" role="status">{{ verdict }}</p>
      <div v-if="look" :key="group" class="fields">
        <FieldInput
          v-for="{ name, field, own, followed } in fields"
          :key="name"
          :name="name"
          :field="field"
          :own="own"
          :followed="followed"
          :set="setterOf(name)"
          @trying="(value) => (tried = { ...tried, [name]: value })"
        />
      </div>
      <ContrastList v-if="group === 'colour'" :pairs="pairs" :verdict="verdict" @fix="fix" />
    </section>
    <div class="strip">
      <PageSearch :page="shownPage" :title="pageTitle" @open="(chosen) => (shownPage = chosen)" />
      <v-btn
        size="small"
        :variant="shownPage === SPECIMEN_PAGE ? 'tonal' : 'outlined'"
        :aria-pressed="shownPage === SPECIMEN_PAGE"
        @click="shownPage = shownPage === SPECIMEN_PAGE ? 'home' : SPECIMEN_PAGE"
        >All styles</v-btn
      >
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
.bad {
  color: rgb(var(--v-theme-error));
  font-weight: 600;
}
</style>
