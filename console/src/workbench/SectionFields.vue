<script setup lang="ts">
/** The values, lists and frame of a section, each with the pages it counts for; the open page may have its own. */
import { isWholeList } from '@parlour/core/assign';
import { isOfType, keys, type Section } from '@parlour/core/documents';
import {
  countsNow,
  emptyValue,
  resolveValue,
  withDefaults,
  type Device,
  type EntriesField,
  type Field,
} from '@parlour/core/fields';
import { FRAME, kindName, OPEN_PLACE, SHARED_SECTION, type KindDescription } from '@parlour/core/kinds';
import { PAGE_KINDS } from '@parlour/core/pages';
import { computed } from 'vue';
import EntriesEditor from '../entries/EntriesEditor.vue';
import FieldInput from '../fields/FieldInput.vue';
import ScopeLine from './ScopeLine.vue';
import type { Selection } from './steps';
import type { Workbench } from './use-workbench';

const props = defineProps<{
  bench: Workbench;
  selected: Selection;
  section: Section;
  kind: KindDescription;
  part: 'values' | 'frame';
  device: Device;
}>();

/** What the section stands in. */
const document = computed(() => props.bench.documents.value.get(props.selected.document));
const all = computed<[string, Field][]>(() => {
  const own = props.part === 'frame' ? FRAME : props.kind.fields;
  const values = withDefaults(own, props.section[props.part]);
  return Object.entries(own).filter(([, field]) => field.type !== 'entries' && countsNow(field, values));
});
/** Its lists, such as slides and links; they are the same on every device. */
const lists = computed(() =>
  props.part === 'values' && props.device === 'desktop'
    ? (Object.entries(props.kind.fields).filter(([, field]) => field.type === 'entries') as [string, EntriesField][])
    : [],
);
/** For tablets and phones, only what may differ there. */
const fields = computed(() =>
  props.device === 'desktop' ? all.value : all.value.filter(([, field]) => field.perDevice),
);
/** The fields by what they are shown under: first those that stand by themselves, then the others, folded. */
const groups = computed<[string, [string, Field][]][]>(() => {
  const found = new Map<string, [string, Field][]>();
  for (const one of fields.value) {
    const group = one[1].group ?? '';
    found.set(group, [...(found.get(group) ?? []), one]);
  }
  return [...found].sort(([a], [b]) => Number(a !== '') - Number(b !== ''));
});
/** How many fields of a group are set here, in words. */
function setIn(some: readonly [string, Field][]): string {
  const count = some.filter(([name]) => isMine(name) || stored(name) !== undefined).length;
  return count === 0 ? 'as in the look' : `${count} set here`;
}
/** What the open page has of its own in the section, of what is shown now. */
const mine = computed(() => props.bench.ownOfSelected.value?.[props.part] ?? {});
const isMine = (name: string): boolean => keyOf(name) in mine.value;
/** What is in the template, or wherever the section stands. */
const stored = (name: string): unknown => props.section[props.part][keyOf(name)];
const isWhole = (list: string): boolean => isWholeList(props.bench.own.value, props.section.id, list);
const isEach = (name: string): boolean =>
  props.part === 'values' && props.bench.template.value?.each?.[`${props.section.id}.${name}`] === true;
/** A template for pages with a subject can leave to each what may be empty. */
function mayBeEach(field: Field): boolean {
  if (props.part !== 'values' || !isOfType('template', document.value) || props.device !== 'desktop') return false;
  return PAGE_KINDS[document.value.pageKind].subject !== null && emptyValue(field) !== undefined;
}
function setEach({ document, section: node }: Selection, name: string, now: boolean): Promise<boolean> {
  const field = `each.${node}.${name}`;
  return props.bench.setterOf({ document, field })(now || undefined, now ? undefined : true);
}

/** What such a section shows is what it is, and no page has another. */
const mayBeMine = computed(
  () => props.part === 'frame' || ![SHARED_SECTION, OPEN_PLACE].includes(kindName(props.section.kind)),
);
/** For how many pages a field or list counts that is set where the section stands. */
function pagesOf(path: string): number | null {
  const reach = props.bench.reach.value;
  if (!reach || reach.key !== props.selected.document) return null;
  const owned = reach.own.find(({ node, field }) => node === props.section.id && field === path)?.pages ?? 0;
  return reach.pages - owned;
}
const places = computed(() => props.bench.reach.value?.places ?? 0);

/** The page has it of its own from now on; it begins with what is shown. */
const makeMine = (selected: Selection, name: string, field: Field): Promise<boolean> =>
  props.bench.ownSetterOf({ ...selected, field: `${props.part}.${keyOf(name)}` })(
    stored(name) ?? inherited(name, field) ?? field.default,
    undefined,
  );
const makeListMine = ({ document, section: node }: Selection, list: string): Promise<boolean> =>
  props.bench.run([{ type: 'own-list', page: props.bench.shownPage.value, document, node, list }]);
const unmake = (name: string): Promise<boolean> =>
  props.bench.ownSetterOf({ ...props.selected, field: `${props.part}.${keyOf(name)}` })(
    undefined,
    mine.value[keyOf(name)],
  );

const keyOf = (name: string): string => (props.device === 'desktop' ? name : `${name}@${props.device}`);

/** What a device shows that has no value of its own: that of the next larger one. */
function inherited(name: string, field: Field): unknown {
  if (props.device === 'desktop') return undefined;
  const larger = props.device === 'phone' ? 'tablet' : 'desktop';
  return resolveValue(field, name, props.section[props.part], larger, {}).value;
}

/** Regions look alike on every page, and what a template for one page shows can be said at once. */
const isBindable = computed(() => {
  if (props.part !== 'values' || props.device !== 'desktop' || document.value?.type === 'arrangement') return false;
  return document.value?.type !== 'template' || PAGE_KINDS[document.value.pageKind].subject !== null;
});

/** Made while it is drawn: what is typed is saved where it was typed, whatever is selected by then. */
function setterOf(selected: Selection, name: string): ReturnType<Workbench['setterOf']> {
  const at = { ...selected, field: `${props.part}.${keyOf(name)}` };
  return isMine(name) ? props.bench.ownSetterOf(at) : props.bench.setterOf(at);
}

const ownKey = computed(() => keys.own(props.bench.shownPage.value));
const entrySetterOf = (document: string) => (field: string, node: string) =>
  props.bench.setterOf({ document, section: node, field });
</script>

<template>
  <div class="parts">
    <component :is="group === '' ? 'div' : 'details'" v-for="[group, some] in groups" :key="group">
      <summary v-if="group !== ''">
        {{ group }} <span class="quiet">{{ setIn(some) }}</span>
      </summary>
      <div class="field-grid">
        <FieldInput
          v-for="[name, field] in some"
          :key="`${name} ${isMine(name)}`"
          :name="name"
          :field="field"
          :own="isMine(name) ? mine[keyOf(name)] : stored(name)"
          :required="isMine(name)"
          :bindable="isBindable && !isMine(name)"
          :inherited="inherited(name, field)"
          :set="setterOf(selected, name)"
        >
          <ScopeLine
            v-if="mayBeMine"
            :label="field.label"
            :pages="pagesOf(`${part}.${name}`)"
            :places="places"
            :own="isMine(name)"
            :each="isEach(name)"
            :may-be-each="mayBeEach(field)"
            @each="(now) => setEach(selected, name, now)"
            @own="makeMine(selected, name, field)"
            @reset="unmake(name)"
          />
        </FieldInput>
      </div>
    </component>
    <div v-if="lists.length > 0" class="field-grid">
      <div v-for="[name, field] in lists" :key="name" class="list">
        <h3>{{ field.label }}</h3>
        <p class="quiet">{{ field.help }}</p>
        <ScopeLine
          class="of-list"
          :label="field.label"
          :pages="pagesOf(name)"
          :places="places"
          :own="isWhole(name)"
          :each="isEach(name)"
          :may-be-each="mayBeEach(field)"
          @each="(now) => setEach(selected, name, now)"
          @own="makeListMine(selected, name)"
          @reset="bench.resetOwn(section.id, name)"
        />
        <EntriesEditor
          :key="`${name} ${isWhole(name)}`"
          :document="isWhole(name) ? ownKey : selected.document"
          :place="{ owner: section.id, list: name }"
          :field="field"
          :entries="(isWhole(name) ? bench.ownOfSelected.value?.lists?.[name] : section.lists?.[name]) ?? []"
          :run="bench.run"
          :setter-of="entrySetterOf(isWhole(name) ? ownKey : selected.document)"
        />
      </div>
    </div>
    <p v-if="fields.length === 0 && lists.length === 0" class="quiet">{{ kind.sentence }} It has no settings.</p>
  </div>
</template>

<style scoped>
summary {
  margin-block-start: 16px;
  font-weight: 600;
  cursor: pointer;
}
summary .quiet {
  font-weight: 400;
}
.list {
  grid-column: 1 / -1;
}
h3 {
  font-size: 1rem;
  font-family: var(--work-font);
  font-weight: 600;
}
.of-list {
  margin: 0 0 8px;
}
</style>
