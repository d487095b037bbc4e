<script setup lang="ts">
/** A thing of the store or the design by its code, found by its name. */
import type { ReferenceTo } from '@parlour/core/fields';
import { PAGE_KINDS, type PageKind } from '@parlour/core/pages';
import { routes } from '@parlour/contract';
import { computed, ref, watch } from 'vue';
import { attempt, call } from '../api';
import { titleOfPage } from '../page-titles';
import { takingTurns } from '../turns';
import { selectOnFocus } from './select-on-focus';

const props = defineProps<{
  modelValue: string;
  label: string;
  help: string;
  fault: string;
  to: ReferenceTo;
  /** For templates: only those for these pages. */ pageKind?: PageKind | undefined;
  /** Whether it may be empty. */ clearable?: boolean;
}>();
const emit = defineEmits<{ 'update:modelValue': [value: string] }>();

interface Choice {
  readonly value: string;
  readonly title: string;
}
const found = ref<readonly Choice[]>([]);
const words = ref('');
const selecting = selectOnFocus();
/** Things with a page of their own are many, and looked for where they are; all others are listed at once. */
const kind = computed(() =>
  Object.hasOwn(PAGE_KINDS, props.to) && PAGE_KINDS[props.to as PageKind].subject !== null
    ? (props.to as PageKind)
    : null,
);
const isSearched = computed(() => kind.value !== null || props.to === 'page');

async function search(text: string): Promise<readonly Choice[]> {
  const query = { search: text || undefined, limit: 30, ...(kind.value ? { pageKind: kind.value } : {}) };
  const { pages } = await call(routes.listPages, { query });
  return pages.map(({ page, title }) => ({
    value: kind.value ? page.slice(page.indexOf(':') + 1) : page,
    title,
  }));
}
async function list(): Promise<readonly Choice[]> {
  if (props.to === 'template') {
    const { templates } = await call(routes.listTemplates);
    return templates
      .filter(({ pageKind }) => !props.pageKind || pageKind === props.pageKind)
      .map(({ code, name }) => ({ value: code, title: name }));
  }
  const { documents } = await call(routes.listDocuments);
  return documents
    .filter(({ type }) => type === props.to)
    .map(({ key, name }) => ({ value: key.slice(key.lastIndexOf('/') + 1), title: name }));
}

let waiting: ReturnType<typeof setTimeout> | undefined;
const ask = takingTurns();
async function find(): Promise<void> {
  const counts = ask();
  const text = found.value.some(({ title }) => title === words.value) ? '' : words.value;
  const all = (await attempt(() => (isSearched.value ? search(text) : list()))) ?? [];
  if (!counts()) return;
  const { modelValue } = props;
  // What is chosen is there, whatever else is looked for.
  const chosen = found.value.find(({ value }) => value === modelValue) ?? { value: modelValue, title: modelValue };
  found.value = modelValue === '' || all.some(({ value }) => value === modelValue) ? all : [chosen, ...all];
}
/** What is chosen need not be among what was found; its page says what it is called. */
const choices = computed(() =>
  found.value.map((one) =>
    isSearched.value && one.title === one.value
      ? { ...one, title: titleOfPage(kind.value ? `${kind.value}:${one.value}` : one.value) }
      : one,
  ),
);
watch(
  words,
  () => {
    clearTimeout(waiting);
    waiting = setTimeout(() => void find(), isSearched.value ? 150 : 0);
  },
  { immediate: true },
);
</script>

<template>
  <div>
    <v-autocomplete
      v-model:search="words"
      v-bind="selecting"
      :model-value="modelValue || null"
      :items="choices"
      :label="label"
      :hint="help"
      persistent-hint
      :error-messages="fault"
      :clearable="clearable"
      :no-filter="isSearched"
      @update:model-value="(value: string | null) => emit('update:modelValue', value ?? '')"
    />
    <router-link v-if="to === 'menu' && modelValue" :to="`/menus/${encodeURIComponent(modelValue)}`" class="ms-3"
      >Change its entries</router-link
    >
  </div>
</template>
