<script setup lang="ts">
/** The settings of the look that a template has of its own, for its pages. */
import type { LookDocument, TemplateDocument } from '@parlour/core/documents';
import { LOOK_GROUPS, lookFields } from '@parlour/core/look';
import { computed } from 'vue';
import FieldInput from '../fields/FieldInput.vue';
import type { Workbench } from './use-workbench';
import { sure } from '@parlour/core';

const props = defineProps<{
  template: TemplateDocument;
  look: LookDocument | undefined;
  setterOf: (field: string) => ReturnType<Workbench['setterOf']>;
}>();

/** The settings of the look that the template has of its own, and those it could have. */
const lookSettings = computed(() => lookFields(props.look?.groundwork));
const overrides = computed(() => Object.keys(props.template.look ?? {}).filter((name) => lookSettings.value[name]));
const others = computed(() =>
  Object.values(LOOK_GROUPS).flatMap(({ title, fields: some }) =>
    Object.keys(some)
      .filter((name) => !overrides.value.includes(name))
      .map((value) => ({ value, title: `${title}: ${lookSettings.value[value]?.label ?? value}` })),
  ),
);
/** What the store has. */
const ofStore = (name: string): unknown => props.look?.values?.[name] ?? lookSettings.value[name]?.default;
/** Begins with what the store has, so that nothing changes yet. */
function override(name: string): void {
  const field = lookSettings.value[name];
  const value = ofStore(name);
  // A colour that follows another begins as that one.
  const start = value === '' && field?.follows !== undefined ? ofStore(field.follows) : value;
  void props.setterOf(`look.${name}`)(start === '' ? ofStore('accentColour') : start, undefined);
}
</script>

<template>
  <div class="own-look">
    <h3>Look on these pages</h3>
    <p class="quiet">
      Pages of this template follow the look of the store, except for what you set here.
      <router-link class="plain" to="/look">Look of the store</router-link>
    </p>
    <div :key="overrides.join()" class="field-grid">
      <FieldInput
        v-for="name in overrides"
        :key="name"
        :name="`look.${name}`"
        :field="sure(lookSettings[name])"
        :own="template.look?.[name]"
        :inherited="ofStore(name)"
        :set="setterOf(`look.${name}`)"
      />
      <v-autocomplete
        :model-value="null"
        :items="others"
        label="Set differently here"
        @update:model-value="(name: string | null) => name && override(name)"
      />
    </div>
  </div>
</template>

<style scoped>
.own-look {
  margin-block-start: 20px;
}
h3 {
  font-size: 1rem;
  font-family: var(--work-font);
  font-weight: 600;
}
</style>
