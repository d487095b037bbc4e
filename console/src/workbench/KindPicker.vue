<script setup lang="ts">
/** The catalogue of section kinds: a drawing and a sentence each, only those that make sense here. */
import { mdiMagnify } from '@mdi/js';
import { isOneOf } from '@parlour/core';
import { sectionName } from '@parlour/core/design';
import { hasSections, sectionsIn } from '@parlour/core/documents';
import { isCalled, type KindDescription } from '@parlour/core/kinds';
import { openSlots, planPage, planSvg } from '@parlour/core/plan';
import { computed, ref, watch } from 'vue';
import PlanDrawing from './PlanDrawing.vue';
import { session } from '../api';
import type { Target } from './steps';
import type { Workbench } from './use-workbench';

const open = defineModel<boolean>({ required: true });
const props = defineProps<{ bench: Workbench }>();
const emit = defineEmits<{
  put: [kind: string, document: string, place: Target];
  /** Onto the open page alone: the place is that of an addition. */
  alone: [kind: string, title: string, place: string];
}>();

const words = ref('');
/** For the open page alone, and not for all that have the template. */
const isAlone = ref(false);
const where = ref(0);

interface Offer {
  readonly value: number;
  readonly title: string;
  readonly document: string;
  readonly place: Target;
}

/** After the selection, into its slots, or at the end of the page. */
const offers = computed<Offer[]>(() => {
  const { state, selectedSection, templateKey, template, documents } = props.bench;
  const found: Omit<Offer, 'value'>[] = [];
  const selected = state.selected;
  const section = selectedSection.value;
  if (selected && section) {
    const family = props.bench.family(selected);
    const name = sectionName(section, session.kinds);
    if (family)
      found.push({
        title: `After ${name}`,
        document: selected.document,
        place: { ...family.place, before: family.ids[family.ids.indexOf(section.id) + 1] ?? null },
      });
    if (family)
      found.push({
        title: `Before ${name}`,
        document: selected.document,
        place: { ...family.place, before: section.id },
      });
  }
  for (const key of [templateKey.value, ...(selected ? [selected.document] : [])].filter(
    (one, i, all) => all.indexOf(one) === i,
  )) {
    const document = documents.value.get(key);
    if (!document || !hasSections(document)) continue;
    for (const holder of sectionsIn(document.areas)) {
      for (const slot of openSlots(holder, session.kinds))
        found.push({
          title: `Into ${session.kinds.find(holder.kind)?.slots?.[slot]?.toLowerCase()} of ${sectionName(holder, session.kinds)}`,
          document: key,
          place: { in: holder.id, at: slot },
        });
    }
  }
  for (const { document, name } of props.bench.plan.value?.areas ?? [])
    if (template.value && document === templateKey.value)
      found.push({
        title: `At the end of ${template.value.name}${name === 'main' ? '' : `, area “${name}”`}`,
        document,
        place: { at: name },
      });
  return found.map((offer, value) => ({ ...offer, value }));
});
watch(open, (now) => {
  if (now) where.value = 0;
  isAlone.value = false;
});

const offer = computed(() => offers.value[where.value]);
const fits = (kind: KindDescription): boolean => {
  const document = offer.value && props.bench.documents.value.get(offer.value.document);
  if (!document || !kind.fits) return true;
  return document.type === 'template'
    ? kind.fits.pages.includes(document.pageKind)
    : document.type === 'arrangement' && isOneOf(kind.fits.regions, document.region);
};
const kinds = computed(() => session.kinds.all.filter((kind) => fits(kind) && isCalled(kind, words.value ?? '')));

/** A kind drawn with its defaults. */
const drawing = (kind: KindDescription): string =>
  planSvg(
    planPage(
      {
        template: [
          '',
          {
            format: 1,
            type: 'template',
            name: '',
            pageKind: 'home',
            layout: { width: 'standard' },
            areas: { main: [{ id: 'x', kind: kind.name, frame: {}, values: {} }] },
          },
        ],
        regions: {},
      },
      session.kinds,
    ),
    { labels: false },
  );

/** Where an addition for the open page goes: right beside a section, or below everything where there is none. */
const placeAlone = computed(() => {
  const { place, document } = offer.value ?? {};
  if (place?.before) return `before:${place.before}`;
  const found = props.bench.documents.value.get(document ?? '');
  if (!found || !hasSections(found)) return 'below';
  const siblings = place?.in
    ? [...sectionsIn(found.areas)].find(({ id }) => id === place.in)?.slots?.[place.at ?? '']
    : found.areas[place?.at ?? 'main'];
  const last = siblings?.at(-1);
  return last ? `after:${last.id}` : 'below';
});

function choose(kind: KindDescription): void {
  if (isAlone.value) return emit('alone', kind.name, kind.title, placeAlone.value);
  if (offer.value) emit('put', kind.name, offer.value.document, offer.value.place);
}
</script>

<template>
  <v-dialog v-model="open" max-width="980" scrollable>
    <v-card>
      <div class="head">
        <h2>Add a section</h2>
        <v-text-field
          v-model="words"
          label="Search"
          :prepend-inner-icon="mdiMagnify"
          autofocus
          clearable
          class="search"
        />
        <v-select v-model="where" :items="offers" label="Where" class="where" />
        <v-checkbox v-model="isAlone" label="For this page alone" hide-details class="alone" />
      </div>
      <v-card-text class="kinds">
        <button v-for="kind in kinds" :key="kind.name" type="button" class="kind" @click="choose(kind)">
          <span class="sketch" aria-hidden="true"><PlanDrawing :svg="drawing(kind)" /></span>
          <strong>{{ kind.title }}</strong>
          <span class="quiet">{{ kind.sentence }}</span>
        </button>
        <p v-if="kinds.length === 0" class="none">No section kind matches “{{ words }}”. Search for another word.</p>
      </v-card-text>
      <v-card-actions class="px-6 pb-4"><v-spacer /><v-btn @click="open = false">Close</v-btn></v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.head {
  display: flex;
  gap: 16px;
  align-items: center;
  padding: 20px 24px 12px;
}
.head h2 {
  flex: 0 0 auto;
}
.where {
  flex: 1 1 300px;
}
.search {
  flex: 1 1 160px;
}
.alone {
  flex: 0 0 auto;
}
.kinds {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  gap: 16px;
  align-content: start;
}
.kind {
  display: flex;
  flex-direction: column;
  gap: 4px;
  padding: 12px;
  border: 1px solid rgba(var(--v-border-color), 0.2);
  border-radius: 4px;
  text-align: start;
  font-size: 1rem;
}
.kind:hover {
  border-color: rgb(var(--v-theme-primary));
}
.sketch {
  height: 110px;
  overflow: hidden;
  display: grid;
  align-content: center;
  background: rgb(var(--v-theme-background));
}
.sketch :deep(svg) {
  max-height: 110px;
}
.none {
  grid-column: 1 / -1;
}
</style>
