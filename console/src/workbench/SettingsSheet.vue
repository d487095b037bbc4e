<script setup lang="ts">
/** The settings of the selection, at the place of work: under the page. */
import { computed } from 'vue';
import SectionSheet from './SectionSheet.vue';
import TemplateSheet from './TemplateSheet.vue';
import type { Workbench } from './use-workbench';

const props = defineProps<{ bench: Workbench }>();
const section = computed(() => props.bench.selectedSection.value);
const template = computed(() => props.bench.template.value);
</script>

<template>
  <section class="sheet-under" aria-label="Settings">
    <SectionSheet
      v-if="section && bench.state.selected"
      :key="section.id"
      :bench="bench"
      :selected="bench.state.selected"
      :section="section"
    />
    <TemplateSheet v-else-if="template" :bench="bench" :template="template" />
    <p v-else class="quiet">This page has no template. Assign one under Pages.</p>
  </section>
</template>

<style scoped>
.sheet-under {
  grid-area: sheet;
  /* What is scrolled to must not end under the head. */
  scroll-padding-block-start: 76px;
  overflow-y: auto;
  padding: 14px 20px 20px;
  background: rgb(var(--v-theme-surface));
  border-top: 1px solid rgba(var(--v-border-color), 0.16);
  box-shadow: 0 -4px 12px rgb(0 0 0 / 5%);
}
</style>
