<script setup lang="ts">
/** A rule as it is written, with how many pages, or products, it matches now. */
import { counted, Problem } from '@parlour/core';
import { parseRule, printRule, type PageKind, type Rule } from '@parlour/core/pages';
import { routes } from '@parlour/contract';
import { computed, ref, watch } from 'vue';
import { call } from '../api';
import { takingTurns } from '../turns';

const props = defineProps<{
  modelValue: Rule | null;
  label: string;
  help: string;
  fault: string;
  pageKind: PageKind;
  /** What it matches, in words; pages if absent. */ one?: string;
  /** Reads it, where not all that pages can be asked is allowed. @throws Problem */
  reads?: (text: string, kind: PageKind) => Rule;
}>();
const emit = defineEmits<{ 'update:modelValue': [value: Rule] }>();

const one = computed(() => props.one ?? 'page');
const text = ref(props.modelValue ? printRule(props.modelValue) : '');
const wrong = ref('');
const matches = ref('');

const ask = takingTurns();
/** Counts the pages a rule would match, without saving it. */
async function count(): Promise<void> {
  const counts = ask();
  matches.value = '';
  if (wrong.value || text.value.trim() === '') return;
  try {
    const { total, pages } = await call(routes.listPages, {
      query: { pageKind: props.pageKind, when: text.value, limit: 3 },
    });
    if (!counts()) return;
    const some = pages.map(({ title }) => title).join(', ');
    matches.value =
      total === 0
        ? `Matches no ${one.value} now.`
        : `Matches ${counted(total, one.value)} now: ${some}${total > pages.length ? ' …' : ''}`;
  } catch (error) {
    if (error instanceof Problem) wrong.value = `${error.message} ${error.remedy ?? ''}`;
  }
}

let waiting: ReturnType<typeof setTimeout> | undefined;
function change(next: string): void {
  text.value = next;
  wrong.value = '';
  clearTimeout(waiting);
  try {
    const rule = (props.reads ?? parseRule)(next, props.pageKind);
    waiting = setTimeout(() => {
      emit('update:modelValue', rule);
      void count();
    }, 500);
  } catch (error) {
    matches.value = '';
    wrong.value = error instanceof Problem ? `${error.message} ${error.remedy ?? ''}` : 'This is not a rule.';
  }
}
watch(
  () => props.modelValue,
  (rule) => {
    const printed = rule ? printRule(rule) : '';
    if (!wrong.value && printed !== text.value) text.value = printed;
  },
);
void count();
</script>

<template>
  <v-text-field
    :model-value="text"
    :label="label"
    :hint="matches || `${help} Such as: brand is “Featherby” and price >= 20`"
    persistent-hint
    :error-messages="wrong || fault"
    @update:model-value="change"
  />
</template>
