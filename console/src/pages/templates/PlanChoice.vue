<script setup lang="ts" generic="T">
/** Plans of pages to choose one from, each with its name and a sentence. */
import PlanDrawing from '../../workbench/PlanDrawing.vue';
import TemplatePlan from './TemplatePlan.vue';

/** What can be chosen. */
export interface PlanOffer<T> {
  readonly value: T;
  readonly name: string;
  readonly sentence: string;
  /** The drawing; null for an empty page. */
  readonly svg?: string | null;
  /** The code of the template whose plan is fetched and drawn, where there is no drawing yet. */
  readonly template?: string;
}

defineProps<{ legend: string; name: string; offers: readonly PlanOffer<T>[] }>();
const chosen = defineModel<T>({ required: true });
</script>

<template>
  <fieldset class="offers">
    <legend>{{ legend }}</legend>
    <label v-for="offer in offers" :key="`${offer.template ?? ''} ${offer.name}`" class="offer">
      <input v-model="chosen" type="radio" :name="name" :value="offer.value" />
      <span class="plan" aria-hidden="true"
        ><TemplatePlan v-if="offer.template" :code="offer.template" /><PlanDrawing
          v-else-if="offer.svg"
          :svg="offer.svg"
      /></span>
      <b>{{ offer.name }}</b>
      <span class="quiet">{{ offer.sentence }}</span>
    </label>
  </fieldset>
</template>

<style scoped>
.offers {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 16px;
  border: 0;
  padding: 0;
  margin-block-end: 24px;
}
.offers legend {
  font-weight: 600;
  margin-block-end: 8px;
}
.offer {
  position: relative;
  display: grid;
  grid-template-rows: auto auto 1fr;
  gap: 4px;
  padding: 10px;
  border: 1px solid rgba(var(--v-border-color), 0.24);
  border-radius: 4px;
  cursor: pointer;
}
.offer:has(input:checked) {
  border-color: rgb(var(--v-theme-primary));
  box-shadow: 0 0 0 1px rgb(var(--v-theme-primary));
}
.offer:has(input:focus-visible) {
  outline: 2px solid rgb(var(--v-theme-primary));
  outline-offset: 3px;
}
.offer input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
}
.plan {
  display: block;
  height: 110px;
  overflow: hidden;
  background: rgb(var(--v-theme-background));
  margin-block-end: 6px;
}
</style>
