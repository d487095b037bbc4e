<script setup lang="ts">
/** A colour, typed or pasted as it is written in a style guide, or picked from its swatch. */
const props = defineProps<{
  modelValue: string;
  /** The colour that counts while none is set. */ followed?: string | undefined;
  label: string;
}>();
const emit = defineEmits<{ 'update:modelValue': [value: string]; blur: [] }>();

const SIX = /^#?([0-9a-f]{6})$/i;
const THREE = /^#?([0-9a-f])([0-9a-f])([0-9a-f])$/i;

/** Six digits are a colour however they are written; what is shorter may still become one. */
function type(text: string): void {
  const [, digits] = SIX.exec(text.trim()) ?? [];
  emit('update:modelValue', digits === undefined ? text : `#${digits.toLowerCase()}`);
}
function leave(): void {
  const [, ...digits] = THREE.exec(props.modelValue.trim()) ?? [];
  if (digits.length) type(digits.map((digit) => digit + digit).join(''));
  emit('blur');
}
</script>

<template>
  <v-text-field
    type="text"
    :label="label"
    :model-value="modelValue"
    :placeholder="followed"
    :persistent-placeholder="!!followed"
    spellcheck="false"
    autocomplete="off"
    @update:model-value="type"
    @blur="leave"
  >
    <template #prepend-inner>
      <!-- For the pointer alone: the keyboard has the words beside it. -->
      <input
        class="swatch"
        type="color"
        tabindex="-1"
        aria-hidden="true"
        :value="SIX.test(modelValue) ? modelValue : (followed ?? '#000000')"
        @input="type(($event.target as HTMLInputElement).value)"
        @change="emit('blur')"
      />
    </template>
  </v-text-field>
</template>

<style scoped>
.swatch {
  inline-size: 30px;
  block-size: 26px;
  padding: 0;
  border: 1px solid rgb(var(--v-theme-on-surface), 0.3);
  border-radius: 3px;
  background: none;
  cursor: pointer;
}
.swatch::-webkit-color-swatch-wrapper {
  padding: 0;
}
.swatch::-webkit-color-swatch {
  border: 0;
  border-radius: 2px;
}
</style>
