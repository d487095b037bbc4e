<script setup lang="ts">
/** What is set on a document itself, such as its name and layout; the sections in it have their own settings. */
import { headField } from '@parlour/core/design';
import type { DocumentTypeName } from '@parlour/core/documents';
import { countsNow, withDefaults } from '@parlour/core/fields';
import { computed } from 'vue';
import FieldInput from '../fields/FieldInput.vue';
import type { Workbench } from './use-workbench';
import { sure } from '@parlour/core';

const props = defineProps<{
  type: DocumentTypeName;
  /** Which of its fields, in the order they are shown. */ paths: readonly string[];
  /** What it has, by path. */ values: Readonly<Record<string, unknown>>;
  setterOf: (path: string) => ReturnType<Workbench['setterOf']>;
}>();

const fields = computed(() => {
  const all = props.paths.map((path) => [path, sure(headField(props.type, path))] as const);
  const values = withDefaults(Object.fromEntries(all), props.values);
  return all.filter(([, field]) => countsNow(field, values));
});
</script>

<template>
  <div class="field-grid">
    <FieldInput
      v-for="[path, field] in fields"
      :key="path"
      :name="path"
      :field="field"
      :own="values[path]"
      :required="field.required"
      :set="setterOf(path)"
    />
  </div>
</template>
