<script setup lang="ts">
/** The settings of the selected section: its content, its frame, and those of the region that it stands in. */
import { sectionName } from '@parlour/core/design';
import { AROUND_TITLES, isOfType, type Section } from '@parlour/core/documents';
import { countsNow, withDefaults, type Device } from '@parlour/core/fields';
import { FRAME } from '@parlour/core/kinds';
import { computed, ref } from 'vue';
import { session } from '../api';
import HeadFields from './HeadFields.vue';
import SectionActs from './SectionActs.vue';
import SectionFields from './SectionFields.vue';
import SheetHead from './SheetHead.vue';
import type { Selection } from './steps';
import type { Workbench } from './use-workbench';

const props = defineProps<{ bench: Workbench; selected: Selection; section: Section }>();
const shown = ref<'values' | 'frame' | 'region'>('values');
const device = ref<Device>('desktop');

const kind = computed(() => session.kinds.find(props.section.kind));
const name = computed(() => sectionName(props.section, session.kinds));
const document = computed(() => props.bench.documents.value.get(props.selected.document));
/** The arrangement that it stands in. */
const arrangement = computed(() => (isOfType('arrangement', document.value) ? document.value : null));

/** Whether anything that is shown may be set for tablets and phones by itself. */
const mayDiffer = computed(() => {
  if (shown.value === 'region') return false;
  const fields = shown.value === 'frame' ? FRAME : (kind.value?.fields ?? {});
  const values = withDefaults(fields, props.section[shown.value]);
  return Object.values(fields).some((field) => field.perDevice && countsNow(field, values));
});

/** Where else a change shows, if the section does not belong to the template that is open. */
const beyond = computed(() => {
  switch (document.value?.type) {
    case 'shared':
      return `In the shared section “${document.value.name}”: a change shows wherever it is used.`;
    case 'arrangement':
      return `In the ${document.value.region} “${document.value.name}”: a change shows on every page that has it.`;
    case 'addition':
      return `In the addition “${document.value.name}”: a change shows on the pages it is for.`;
    default:
      return '';
  }
});
</script>

<template>
  <SheetHead :title="name">
    <v-btn-toggle v-model="shown" mandatory density="compact" variant="outlined" divided aria-label="Which settings">
      <v-btn value="values" size="small">Content</v-btn>
      <v-btn value="frame" size="small">Frame</v-btn>
      <v-btn v-if="arrangement" value="region" size="small">{{ AROUND_TITLES[arrangement.region] }}</v-btn>
    </v-btn-toggle>
    <v-btn-toggle
      v-if="mayDiffer"
      v-model="device"
      mandatory
      density="compact"
      variant="outlined"
      divided
      aria-label="For which devices"
    >
      <v-btn value="desktop" size="small">All devices</v-btn>
      <v-btn value="tablet" size="small">Tablet</v-btn>
      <v-btn value="phone" size="small">Phone</v-btn>
    </v-btn-toggle>
    <v-spacer />
    <SectionActs :bench="bench" :selected="selected" :name="name" />
  </SheetHead>
  <p v-if="beyond" class="beyond">{{ beyond }}</p>
  <p v-if="!kind" class="missing">
    There is no section kind “{{ section.kind }}”. Remove this section, or restore the kind; until then the design
    cannot be published.
  </p>
  <HeadFields
    v-else-if="shown === 'region' && arrangement"
    type="arrangement"
    :paths="['name', 'tone', 'colour', 'textColour']"
    :values="{ ...arrangement }"
    :setter-of="(field) => bench.setterOf({ document: selected.document, field })"
  />
  <SectionFields
    v-else-if="shown !== 'region'"
    :key="`${shown} ${device}`"
    :bench="bench"
    :selected="selected"
    :section="section"
    :kind="kind"
    :part="shown"
    :device="device"
  />
</template>

<style scoped>
.beyond {
  margin-block: 2px 6px;
  color: rgb(var(--v-theme-warning));
  font-size: 0.9375rem;
}
.missing {
  color: rgb(var(--v-theme-error));
  font-weight: 600;
}
</style>
