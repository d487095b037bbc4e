<script setup lang="ts">
/** The rules that give pages of a kind their template, in the order they are tried. */
import { DOCUMENT_TYPES } from '@parlour/core/design';
import { keys, ruleEntry, type AssignmentsDocument, type Entry } from '@parlour/core/documents';
import { PAGE_KINDS, pageKinds, printRule, RULE_FACTS, type PageKind } from '@parlour/core/pages';
import { routes, type AnswerOf } from '@parlour/contract';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useAnswer } from '../../answers';
import EntriesEditor from '../../entries/EntriesEditor.vue';
import { useDocument } from '../../use-document';
import { sure } from '@parlour/core';

type Template = AnswerOf<typeof routes.listTemplates>['templates'][number];
const RULES = sure(DOCUMENT_TYPES.assignments.lists?.['rules']);
/** Kinds of a single page need no rules. */
const KINDS = pageKinds()
  .filter((kind) => PAGE_KINDS[kind].subject !== null)
  .map((value) => ({ value, title: `${PAGE_KINDS[value].name} pages` }));

const route = useRoute();
const router = useRouter();
const kind = computed<PageKind>(() => {
  const asked = String(route.params['kind'] ?? '');
  return KINDS.find(({ value }) => value === asked)?.value ?? 'product';
});
const { document, run, setterOf } = useDocument<AssignmentsDocument>(() => keys.assignments(kind.value));
const { data } = useAnswer(routes.listTemplates);
const fitting = computed<readonly Template[]>(() =>
  (data.value?.templates ?? []).filter(({ pageKind }) => pageKind === kind.value),
);
const nameOf = (code: unknown): string => fitting.value.find((one) => one.code === code)?.name ?? String(code);

const told = ({ values }: Entry): { name: string; about: string } => {
  const state = values['off'] === true ? 'switched off' : '';
  return {
    name: values['when'] ? printRule(sure(ruleEntry(values).when)) : 'No condition yet',
    about: [nameOf(values['template']), state].filter(Boolean).join(', '),
  };
};
/** Switched off at first, so that no page changes while it is written. */
const fresh = computed(() => ({
  when: { match: 'all', conditions: [{ fact: Object.keys(RULE_FACTS[kind.value] ?? {})[0], is: 'is', value: '…' }] },
  template: fitting.value.find((one) => !one.standard)?.code ?? fitting.value[0]?.code,
  off: true,
}));
</script>

<template>
  <div class="sheet narrow">
    <div class="sheet-head">
      <div>
        <h1>Rules</h1>
        <p class="quiet">
          Which template a page has: one of its own, else that of the first rule that matches, else the standard.
        </p>
      </div>
      <v-select
        :model-value="kind"
        :items="KINDS"
        label="Pages"
        class="filter"
        @update:model-value="(next: PageKind) => void router.push(`/rules/${next}`)"
      />
    </div>
    <EntriesEditor
      v-if="document && fitting.length"
      :key="kind"
      :document="keys.assignments(kind)"
      :place="{ owner: null, list: 'rules' }"
      :field="RULES"
      :entries="document.lists?.['rules'] ?? []"
      :fresh="fresh"
      :told="told"
      :page-kind="kind"
      :run="run"
      :setter-of="setterOf"
    />
    <p v-if="document" class="quiet standard">
      All others have the standard template, {{ nameOf(document.standard) }}.
      <router-link class="plain" :to="{ path: '/pages', query: { kind } }">See each page with its reason</router-link>
    </p>
  </div>
</template>

<style scoped>
.narrow {
  max-width: 900px;
}
.standard {
  margin-block-start: 20px;
}
</style>
