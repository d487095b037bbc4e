<script setup lang="ts">
/** One of the design's menus. */
import { routes } from '@parlour/contract';
import { computed } from 'vue';
import { useAnswer } from '../answers';

defineProps<{ modelValue: string; label: string; help: string; fault: string }>();
const emit = defineEmits<{ 'update:modelValue': [value: string] }>();
const { data } = useAnswer(routes.listMenus);
const menus = computed(() => (data.value?.menus ?? []).map(({ code, name }) => ({ value: code, title: name })));
</script>

<template>
  <div>
    <v-select
      :model-value="modelValue"
      :items="menus"
      :label="label"
      :hint="help"
      persistent-hint
      :error-messages="fault"
      @update:model-value="emit('update:modelValue', $event)"
    />
    <router-link v-if="modelValue" :to="`/menus/${encodeURIComponent(modelValue)}`" class="ms-3"
      >Change its entries</router-link
    >
  </div>
</template>
