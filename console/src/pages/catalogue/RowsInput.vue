<script setup lang="ts">
/** Rows of a name and a value. */
import { mdiDeleteOutline, mdiPlus } from '@mdi/js';
import type { DraftRow } from '@parlour/core/catalogue';

defineProps<{
  /** What one row is called, such as “attribute”. */ one: string;
  /** What is shown in an empty row. */ example: DraftRow;
  /** By the name of a row. */ faults: (name: string) => string | undefined;
}>();
const rows = defineModel<readonly DraftRow[]>({ required: true });

const set = (at: number, change: Partial<DraftRow>): void => {
  rows.value = rows.value.map((row, i) => (i === at ? { ...row, ...change } : row));
};
</script>

<template>
  <div v-for="(row, i) in rows" :key="i" class="row">
    <v-text-field
      :model-value="row.name"
      label="Name"
      :placeholder="example.name"
      maxlength="80"
      hide-details="auto"
      :error-messages="faults(row.name.trim()) ?? []"
      @update:model-value="(name: string) => set(i, { name })"
    />
    <v-text-field
      :model-value="row.value"
      label="Value"
      :placeholder="example.value"
      maxlength="500"
      hide-details
      @update:model-value="(value: string) => set(i, { value })"
    />
    <v-btn
      :icon="mdiDeleteOutline"
      size="small"
      :aria-label="`Remove the ${one} ${row.name}`"
      @click="rows = rows.filter((_, at) => at !== i)"
    />
  </div>
  <div>
    <v-btn size="small" variant="outlined" :prepend-icon="mdiPlus" @click="rows = [...rows, { name: '', value: '' }]">{{
      rows.length ? `Another ${one}` : `Add ${/^[aeiou]/.test(one) ? 'an' : 'a'} ${one}`
    }}</v-btn>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 2fr 3fr auto;
  gap: 10px;
  align-items: center;
}
</style>
