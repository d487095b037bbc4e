<script setup lang="ts">
/** Short texts in order, such as labels: each is typed and entered. */
defineProps<{ modelValue: readonly string[]; label: string; help: string; fault: string }>();
const emit = defineEmits<{ 'update:modelValue': [value: string[]] }>();
</script>

<template>
  <v-combobox
    :model-value="[...modelValue]"
    :label="label"
    :hint="`${help} Press Enter after each.`"
    persistent-hint
    :error-messages="fault"
    multiple
    chips
    closable-chips
    :items="[]"
    hide-no-data
    @update:model-value="
      (words: unknown) =>
        emit(
          'update:modelValue',
          (words as string[]).map((word) => word.trim()),
        )
    "
  />
</template>
