<script setup lang="ts">
/** What each page of a template has of its own, such as the pictures of a gallery: written beside the page’s text. */
import { sure } from '@parlour/core';
import { isForSection, isWholeList, ownSections } from '@parlour/core/assign';
import { closeDocument, sectionName, type EditRequest } from '@parlour/core/design';
import { isOfType, keys, sectionsIn, stateOf, type Entry, type NodeId } from '@parlour/core/documents';
import type { EntriesField, Field } from '@parlour/core/fields';
import { routes } from '@parlour/contract';
import { computed } from 'vue';
import { useAnswer } from '../../answers';
import { session } from '../../api';
import EntriesEditor from '../../entries/EntriesEditor.vue';
import FieldInput from '../../fields/FieldInput.vue';

const props = defineProps<{
  page: string;
  /** The language that is written; empty for the leading one. */ language: string;
  run: (edits: readonly EditRequest[]) => Promise<boolean>;
}>();

const { data: parts, settle } = useAnswer(routes.getPageParts, () => ({ params: { page: props.page } }));
const documents = computed(() =>
  stateOf((parts.value?.documents ?? []).map(({ key, document }) => [key, closeDocument(document)])),
);
const own = computed(() => {
  const document = documents.value.get(parts.value?.own ?? '');
  return isOfType('own', document) ? document : undefined;
});
const ownKey = computed(() => keys.own(props.page));

/** One field, or one list, that the page is to have. */
interface Wanted {
  readonly key: string;
  readonly section: NodeId;
  readonly name: string;
  readonly called: string;
  readonly field: Field;
  /** What the page has; undefined for nothing yet. */
  readonly value: unknown;
  readonly entries: readonly Entry[];
  readonly isList: boolean;
}
const wanted = computed<Wanted[]>(() => {
  const template = documents.value.get(parts.value?.template ?? '');
  if (!isOfType('template', template)) return [];
  const mine = ownSections(own.value);
  return [...sectionsIn(template.areas)].flatMap((section) => {
    const has = mine.get(section.id);
    const there = isForSection(has, section) ? has : undefined;
    const called = sectionName({ ...section, values: {} }, session.kinds);
    return Object.entries(session.kinds.find(section.kind)?.fields ?? {}).flatMap(([name, field]): Wanted[] => {
      const isList = field.type === 'entries';
      if (!template.each?.[`${section.id}.${name}`] || (isList && props.language !== '')) return [];
      const key = props.language === '' ? name : `${name}@${props.language}`;
      const entries = isWholeList(own.value, section.id, name) ? (there?.lists?.[name] ?? []) : [];
      return [{ key, section: section.id, name, called, field, value: there?.values[key], entries, isList }];
    });
  });
});

/** Does edits, and waits until what they made is there. */
async function send(edits: readonly EditRequest[]): Promise<boolean> {
  const done = await props.run(edits);
  await settle();
  return done;
}
const on = (section: NodeId) => ({ page: props.page, document: sure(parts.value?.template), node: section });
const setterOf =
  ({ section, key }: Wanted) =>
  (value: unknown, was: unknown): Promise<boolean> =>
    send([
      {
        type: 'own',
        ...on(section),
        field: `values.${key}`,
        ...(value === undefined ? {} : { value }),
        ...(was === undefined ? {} : { was }),
      },
    ]);
/** The first entry makes the list the page’s own. */
const runFor =
  ({ section, name }: Wanted) =>
  (edits: readonly EditRequest[]): Promise<boolean> => {
    const begun = isWholeList(own.value, section, name);
    return send([...(begun ? [] : [{ type: 'own-list' as const, ...on(section), list: name, empty: true }]), ...edits]);
  };
const entrySetterOf = (field: string, node: string) => (value: unknown, was: unknown) =>
  send([
    {
      type: 'set',
      document: ownKey.value,
      node,
      field,
      ...(value === undefined ? {} : { value }),
      ...(was === undefined ? {} : { was }),
    },
  ]);
const asList = (field: Field): EntriesField | null => (field.type === 'entries' ? field : null);
</script>

<template>
  <fieldset v-if="wanted.length">
    <legend>Of this page alone</legend>
    <template v-for="one in wanted" :key="`${one.section} ${one.key}`">
      <div v-if="one.isList" class="list">
        <h3>{{ one.called }}: {{ one.field.label }}</h3>
        <p v-if="one.entries.length" class="quiet">{{ one.field.help }}</p>
        <EntriesEditor
          :document="ownKey"
          :place="{ owner: one.section, list: one.name }"
          :field="sure(asList(one.field))"
          :entries="one.entries"
          none="Nothing yet. Previews show an example of the template; shoppers see nothing here."
          :run="runFor(one)"
          :setter-of="entrySetterOf"
        />
      </div>
      <FieldInput
        v-else
        :name="one.key"
        :field="{ ...one.field, label: `${one.called}: ${one.field.label}` }"
        :own="one.value"
        :set="setterOf(one)"
      />
    </template>
  </fieldset>
</template>

<style scoped>
.list h3 {
  font-family: var(--work-font);
  font-size: 1rem;
  font-weight: 600;
}
.list > .quiet {
  margin-block-end: 8px;
}
</style>
