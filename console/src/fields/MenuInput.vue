<script setup lang="ts">
/** One of the design's menus. */
import { routes } from '@parlour/contract';
import { onMounted, ref } from 'vue';
import { attempt, call } from '../api';

defineProps<{ modelValue: string; label: string; help: string; fault: string }>();
const emit = defineEmits<{ 'update:modelValue': [value: string] }>();
const menus = ref<{ value: string; title: string }[]>([]);

onMounted(async () => {
  const answer = await attempt(() => call(routes.listDocuments));
  menus.value = (answer?.documents ?? [])
    .filter((one) => one.type === 'menu')
    .map((one) => ({ value: one.key.slice('menu/'.length), title: one.name }));
});
</script>

<template>
  <v-select
    :model-value="modelValue"
    :items="menus"
    :label="label"
    :hint="help"
    persistent-hint
    :error-messages="fault"
    @update:model-value="emit('update:modelValue', $event)"
  />
</template>
