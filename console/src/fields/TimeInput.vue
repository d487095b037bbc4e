<script setup lang="ts">
/** An instant, as a clock of the store shows it; empty for none. */
import { Problem } from '@parlour/core';
import { inZone, instantOf } from '@parlour/core/time';
import { computed, ref } from 'vue';
import { session } from '../api';

const props = defineProps<{ label: string; fault?: string }>();
/** In ISO form. */
const instant = defineModel<string>({ required: true });
const wrong = ref('');

const zone = computed(() => session.store?.timeZone ?? 'UTC');
const shown = computed(() =>
  instant.value === '' ? '' : inZone(instant.value, zone.value).slice(0, 16).replace(' ', 'T'),
);
function change(text: string | null): void {
  wrong.value = '';
  try {
    instant.value = text ? instantOf(text, zone.value, props.label).instant : '';
  } catch (error) {
    wrong.value = error instanceof Problem ? `${error.message} ${error.remedy ?? ''}` : 'This is not a valid time.';
  }
}
</script>

<template>
  <v-text-field
    :model-value="shown"
    :label="label"
    type="datetime-local"
    :hint="`Time in ${zone}; always if empty.`"
    :error-messages="wrong || fault || []"
    clearable
    persistent-clear
    @update:model-value="change"
  />
</template>
