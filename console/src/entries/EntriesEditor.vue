<script setup lang="ts">
/** The entries of a list, such as a menu: added, changed, moved by hand or by keys, nested, removed. */
import {
  mdiArrowDown,
  mdiArrowUp,
  mdiDeleteOutline,
  mdiDragVertical,
  mdiFormatIndentDecrease,
  mdiFormatIndentIncrease,
  mdiPlus,
} from '@mdi/js';
import type { EditRequest } from '@parlour/core/design';
import type { Entry } from '@parlour/core/documents';
import { cut } from '@parlour/core';
import { proseWords, type EntriesField, type Field, type Link, type PictureValue } from '@parlour/core/fields';
import { isPageKind, PAGE_KINDS, parsePage, type PageKind } from '@parlour/core/pages';
import { computed, nextTick, ref } from 'vue';
import FieldInput from '../fields/FieldInput.vue';
import PictureThumb from '../fields/PictureThumb.vue';
import { titleOfPage } from '../page-titles';
import { pictureOfHash } from '../pictures';
import AddPages from './AddPages.vue';
import { dropOf, rowsOf, stepOf, type Drop, type ListPlace, type Row, type Way } from './rows';

const props = defineProps<{
  /** The key of the document they are in. */ document: string;
  place: ListPlace;
  field: EntriesField;
  entries: readonly Entry[];
  /** Ids of entries that lead nowhere any more. */ gone?: readonly string[];
  /** What is said while there are none. */ none?: string;
  /** What a new entry begins with. */ fresh?: Record<string, unknown>;
  /** What an entry is called, and what is said beside it, where its own words do not say it. */
  told?: (entry: Entry) => { readonly name: string; readonly about: string };
  /** The pages that its rules and templates are for. */ pageKind?: PageKind;
  run: (edits: readonly EditRequest[]) => Promise<boolean>;
  setterOf: (field: string, node: string) => (value: unknown, was: unknown) => Promise<boolean>;
}>();

const rows = computed(() => rowsOf(props.entries, props.place.list));
const fields = computed(() => Object.entries(props.field.fields) as [string, Field][]);
const nests = computed(() => props.field.nests === true);
/** Entries with a label and a link can be made of pages. */
const ofPages = computed(() => 'label' in props.field.fields && 'link' in props.field.fields);
const open = ref<string | null>(null);
const adding = ref(false);
const root = ref<HTMLElement | null>(null);

const nameOf = (entry: Entry): string => {
  if (props.told) return props.told(entry).name;
  const { values } = entry;
  const [first] = fields.value.flatMap(([name, field]) => {
    const value = values[name];
    return typeof value === 'string' && value !== '' ? [inWords(field, value)] : [];
  });
  return first ?? (namePicture(pictureOf(entry)) || `New ${props.field.one}`);
};
/** A thing with a page by its title; formatted text by its first words. */
function inWords(field: Field, value: string): string {
  if (field.type === 'prose') return cut(proseWords(value), 60);
  if (field.type !== 'reference') return value;
  if (field.to === 'page') return titleOfPage(value);
  return isPageKind(field.to) && PAGE_KINDS[field.to].subject !== null ? titleOfPage(`${field.to}:${value}`) : value;
}
/** The picture of an entry; null if it has none. */
const pictureOf = ({ values }: Entry): PictureValue | null => {
  const name = fields.value.find(([, field]) => field.type === 'picture')?.[0];
  // What a field of this type holds.
  return name === undefined ? null : ((values[name] ?? null) as PictureValue | null);
};
/** A picture by what it shows, or by the name of its file. */
const namePicture = (picture: PictureValue | null): string =>
  picture ? picture.alt || (pictureOfHash(picture.picture)?.name ?? '') : '';
const hasPictures = computed(() => fields.value.some(([, field]) => field.type === 'picture'));
function about(entry: Entry): string {
  if (props.told) return props.told(entry).about;
  const { values } = entry;
  const link = values['link'] as Link | null | undefined;
  if (!('link' in props.field.fields)) return '';
  if (!link) return 'Leads nowhere';
  if ('url' in link) return link.url;
  const title = titleOfPage(link.to);
  // What bears the page's own title says of what kind the page is.
  return title === nameOf(entry) ? `${PAGE_KINDS[parsePage(link.to).kind].name} page` : title;
}

const WAYS: readonly { readonly way: Way; readonly icon: string; readonly label: string; readonly nesting?: true }[] = [
  { way: 'up', icon: mdiArrowUp, label: 'up' },
  { way: 'down', icon: mdiArrowDown, label: 'down' },
  { way: 'in', icon: mdiFormatIndentIncrease, label: 'into the one above', nesting: true },
  { way: 'out', icon: mdiFormatIndentDecrease, label: 'out', nesting: true },
];
const KEYS: Readonly<Record<string, Way>> = { ArrowUp: 'up', ArrowDown: 'down', ArrowRight: 'in', ArrowLeft: 'out' };

const stepped = (row: Row, way: Way) => stepOf(row, way, props.place, nests.value);

async function step(row: Row, way: Way): Promise<void> {
  const place = stepped(row, way);
  if (!place) return;
  await props.run([{ type: 'move', document: props.document, node: row.entry.id, place }]);
  await focus(row.entry.id);
}
function byKey(event: KeyboardEvent, row: Row): void {
  const way = event.altKey ? KEYS[event.key] : undefined;
  if (!way) return;
  event.preventDefault();
  void step(row, way);
}
/** Moved by keys, an entry keeps the focus. */
async function focus(id: string): Promise<void> {
  await nextTick();
  root.value?.querySelector<HTMLElement>(`[data-entry="${id}"] .name`)?.focus();
}

async function add(): Promise<void> {
  const required = fields.value.filter(([, field]) => field.required && field.type === 'text');
  const values = props.fresh ?? Object.fromEntries(required.map(([name]) => [name, `New ${props.field.one}`]));
  const before = new Set(rows.value.map(({ entry }) => entry.id));
  await props.run([insertion(values)]);
  open.value = rows.value.find(({ entry }) => !before.has(entry.id))?.entry.id ?? null;
}
const insertion = (values: Record<string, unknown>): EditRequest => ({
  type: 'insert',
  document: props.document,
  place: { ...(props.place.owner === null ? {} : { in: props.place.owner }), at: props.place.list },
  values,
});
async function addPages(pages: readonly { page: string; title: string }[]): Promise<void> {
  adding.value = false;
  await props.run(pages.map(({ page, title }) => insertion({ label: title.slice(0, 80), link: { to: page } })));
}
async function remove(row: Row): Promise<void> {
  await props.run([{ type: 'remove', document: props.document, node: row.entry.id }]);
  const next = row.siblings[row.at + 1] ?? row.siblings[row.at - 1] ?? row.parent?.entry;
  if (next) await focus(next.id);
}

const dragged = ref<Row | null>(null);
const over = ref<{ readonly id: string; readonly drop: Drop } | null>(null);

function dragOver(event: DragEvent, row: Row): void {
  if (!dragged.value) return;
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
  const part = (event.clientY - box.top) / box.height;
  const aside = event.clientX - box.left > 120;
  const drop: Drop = nests.value && aside && part > 0.3 && part < 0.7 ? 'inside' : part < 0.5 ? 'before' : 'after';
  if (!dropOf(dragged.value, row, drop, props.place, nests.value)) {
    over.value = null;
    return;
  }
  event.preventDefault();
  over.value = { id: row.entry.id, drop };
}
async function drop(row: Row): Promise<void> {
  const place = dragged.value && over.value && dropOf(dragged.value, row, over.value.drop, props.place, nests.value);
  const node = dragged.value?.entry.id;
  dragged.value = over.value = null;
  if (place && node) await props.run([{ type: 'move', document: props.document, node, place }]);
}
</script>

<template>
  <div ref="root" class="entries">
    <ol v-if="rows.length" class="rows">
      <li
        v-for="row in rows"
        :key="row.entry.id"
        :data-entry="row.entry.id"
        class="row"
        :class="over?.id === row.entry.id && `drop-${over.drop}`"
        :style="{ marginInlineStart: `${row.depth * 28}px` }"
        @dragover="dragOver($event, row)"
        @dragleave="over = null"
        @drop.prevent="drop(row)"
      >
        <div class="line">
          <span
            class="handle"
            draggable="true"
            aria-hidden="true"
            @dragstart="dragged = row"
            @dragend="dragged = over = null"
            ><v-icon :icon="mdiDragVertical"
          /></span>
          <PictureThumb v-if="hasPictures" :picture="pictureOf(row.entry)" />
          <button
            type="button"
            class="name"
            :aria-expanded="open === row.entry.id"
            :title="'Alt and an arrow key move it'"
            @click="open = open === row.entry.id ? null : row.entry.id"
            @keydown="byKey($event, row)"
          >
            <strong :class="{ quiet: row.entry.values['hidden'] === true }">{{ nameOf(row.entry) }}</strong>
            <span v-if="row.entry.values['hidden'] === true" class="tag">Hidden</span>
            <span v-if="gone?.includes(row.entry.id)" class="tag tag-bad">Page is gone</span>
            <span class="quiet to">{{ about(row.entry) }}</span>
          </button>
          <template v-for="{ way, icon, label, nesting } in WAYS" :key="way">
            <v-btn
              v-if="nests || !nesting"
              :icon="icon"
              size="small"
              :disabled="!stepped(row, way)"
              :aria-label="`Move ${nameOf(row.entry)} ${label}`"
              @click="step(row, way)"
            />
          </template>
          <v-btn
            :icon="mdiDeleteOutline"
            size="small"
            color="error"
            :aria-label="`Remove ${nameOf(row.entry)}`"
            @click="remove(row)"
          />
        </div>
        <div v-if="open === row.entry.id" class="fields">
          <FieldInput
            v-for="[name, one] in fields"
            :key="name"
            :name="name"
            :field="one"
            :own="row.entry.values[name]"
            :required="one.required"
            :page-kind="pageKind"
            :set="setterOf(`values.${name}`, row.entry.id)"
          />
        </div>
      </li>
    </ol>
    <p v-else class="quiet none">{{ none ?? 'Nothing in it yet.' }}</p>
    <div class="adding">
      <v-btn variant="outlined" size="small" :prepend-icon="mdiPlus" @click="add">Add {{ field.one }}</v-btn>
      <v-btn v-if="ofPages" variant="outlined" size="small" :prepend-icon="mdiPlus" @click="adding = true"
        >Add pages</v-btn
      >
    </div>
    <AddPages v-if="adding" @add="addPages" @close="adding = false" />
  </div>
</template>

<style scoped>
.rows {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 6px;
}
.row {
  border: 1px solid rgba(var(--v-border-color), 0.2);
  border-radius: 4px;
  background: rgb(var(--v-theme-surface));
}
.line {
  display: flex;
  align-items: center;
  gap: 4px;
  padding: 4px 8px 4px 4px;
}
.handle {
  cursor: grab;
  opacity: 0.5;
}
.name {
  flex: 1;
  min-width: 0;
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 10px;
  padding: 6px;
  text-align: start;
}
.to {
  font-size: 0.875rem;
  overflow-wrap: anywhere;
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: 16px 20px;
  align-items: start;
  padding: 16px 12px 12px;
  border-block-start: 1px solid rgba(var(--v-border-color), 0.12);
}
.drop-before {
  box-shadow: 0 -3px rgb(var(--v-theme-primary));
}
.drop-after {
  box-shadow: 0 3px rgb(var(--v-theme-primary));
}
.drop-inside {
  box-shadow: 0 0 0 3px rgb(var(--v-theme-primary));
}
.adding {
  display: flex;
  gap: 8px;
  margin-block-start: 10px;
}
.none {
  margin: 0;
}
</style>
