<script setup lang="ts" generic="By extends string">
/** The head of a column that a list can be sorted by: up, down, and back to its own order. */
import { mdiArrowDown, mdiArrowUp, mdiUnfoldMoreHorizontal } from '@mdi/js';
import { computed } from 'vue';

const props = defineProps<{ by: By }>();
/** What the list is sorted by, `-title` in reverse; null for its own order. */
const sort = defineModel<By | `-${By}` | null>('sort', { required: true });
const direction = computed(() =>
  sort.value === props.by ? 'ascending' : sort.value === `-${props.by}` ? 'descending' : undefined,
);
const ICONS = { ascending: mdiArrowUp, descending: mdiArrowDown };

function turn(): void {
  sort.value =
    direction.value === undefined ? props.by : direction.value === 'ascending' ? (`-${props.by}` as const) : null;
}
</script>

<template>
  <th :aria-sort="direction">
    <button type="button" :class="{ sorted: direction }" @click="turn">
      <slot />
      <v-icon :icon="direction ? ICONS[direction] : mdiUnfoldMoreHorizontal" size="16" />
    </button>
  </th>
</template>

<style scoped>
button {
  display: inline-flex;
  align-items: center;
  gap: 4px;
  color: inherit;
  font: inherit;
}
.v-icon {
  opacity: 0.35;
}
button:hover .v-icon,
.sorted .v-icon {
  opacity: 1;
}
</style>
