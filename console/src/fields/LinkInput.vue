<script setup lang="ts">
/** A link to a thing of the store, found by searching, or to a free web address. */
import type { Link } from '@parlour/core/fields';
import { routes } from '@parlour/contract';
import { computed, ref, watch } from 'vue';
import { attempt, call } from '../api';
import { titleOfPage } from '../page-titles';
import { takingTurns } from '../turns';
import { selectOnFocus } from './select-on-focus';

const props = defineProps<{ modelValue: Link | null; label: string; help: string; fault: string }>();
const emit = defineEmits<{ 'update:modelValue': [value: Link | null] }>();

const free = ref(props.modelValue !== null && 'url' in props.modelValue);
const pages = ref<{ value: string; title: string; path: string }[]>([]);
const words = ref('');
const selecting = selectOnFocus();
const page = computed(() => (props.modelValue && 'to' in props.modelValue ? props.modelValue.to : null));
/** Another target keeps the window; without a target there is no link. */
const change = (target: { to: string } | { url: string } | '' | null): void =>
  emit('update:modelValue', target ? { ...target, ...(inNewWindow.value ? { window: 'new' } : {}) } : null);
const inNewWindow = computed(() => props.modelValue?.window === 'new');

function setWindow(isNew: boolean): void {
  if (!props.modelValue) return;
  const { window: _window, ...target } = props.modelValue;
  emit('update:modelValue', isNew ? { ...target, window: 'new' } : target);
}

/** What was found, and the page that is chosen, which need not be among it. */
const choices = computed(() =>
  page.value === null || pages.value.some(({ value }) => value === page.value)
    ? pages.value
    : [{ value: page.value, title: titleOfPage(page.value), path: '' }, ...pages.value],
);

const url = computed(() => (props.modelValue && 'url' in props.modelValue ? props.modelValue.url : ''));

const ask = takingTurns();
watch(
  words,
  async (text) => {
    if (choices.value.some((one) => one.title === text)) return;
    const counts = ask();
    const answer = await attempt(() => call(routes.listPages, { query: { search: text || undefined, limit: 50 } }));
    if (!counts()) return;
    const found = (answer?.pages ?? []).map((one) => ({ value: one.page, title: one.title, path: one.path }));
    pages.value = found;
  },
  { immediate: true },
);
</script>

<template>
  <div>
    <v-text-field
      v-if="free"
      :model-value="url"
      :label="label"
      placeholder="https://…"
      :hint="help"
      persistent-hint
      :error-messages="fault"
      @change="change($event.target.value && { url: $event.target.value })"
    />
    <v-autocomplete
      v-else
      v-model:search="words"
      v-bind="selecting"
      :model-value="page"
      :items="choices"
      item-title="title"
      item-value="value"
      :label="label"
      :hint="help"
      persistent-hint
      clearable
      no-filter
      @update:model-value="change($event && { to: $event })"
    >
      <template #item="{ props: item, item: found }"><v-list-item v-bind="item" :subtitle="found.path" /></template>
    </v-autocomplete>
    <v-checkbox-btn
      v-if="modelValue"
      :model-value="inNewWindow"
      label="Opens in a new window"
      density="compact"
      @update:model-value="setWindow($event)"
    />
    <v-btn size="x-small" class="switch" @click="free = !free">{{
      free ? 'Choose a page of the store' : 'Use a web address'
    }}</v-btn>
  </div>
</template>

<style scoped>
.switch {
  font-size: 0.875rem;
}
</style>
