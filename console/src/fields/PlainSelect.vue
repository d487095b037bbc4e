<script setup lang="ts">
/** One of a few choices, where a long list has one in each row: the browser's own list, which costs next to nothing. */
const props = defineProps<{
  modelValue: string;
  items: readonly { readonly value: string; readonly title: string }[];
  /** What it is of, for those who hear the page. */ label: string;
}>();
const emit = defineEmits<{ 'update:modelValue': [value: string] }>();

/** What is chosen shows once it is so: where it is refused, what there was stays. */
function choose({ target }: Event): void {
  if (!(target instanceof HTMLSelectElement)) return;
  const { value } = target;
  target.value = props.modelValue;
  emit('update:modelValue', value);
}
</script>

<template>
  <select :value="modelValue" :aria-label="label" @change="choose">
    <option v-for="{ value, title } in items" :key="value" :value="value">{{ title }}</option>
  </select>
</template>

<style scoped>
select {
  appearance: none;
  inline-size: 100%;
  padding: 8px 34px 8px 12px;
  border: 1px solid rgba(var(--v-border-color), 0.38);
  border-radius: 4px;
  /* An arrow of our own, in the colour of the text. */
  background:
    linear-gradient(45deg, transparent 50%, currentcolor 50%) calc(100% - 18px) 55% / 6px 6px no-repeat,
    linear-gradient(-45deg, transparent 50%, currentcolor 50%) calc(100% - 12px) 55% / 6px 6px no-repeat,
    rgb(var(--v-theme-surface));
  color: inherit;
  font: inherit;
  text-overflow: ellipsis;
  cursor: pointer;
}
select:hover {
  border-color: currentcolor;
}
</style>
