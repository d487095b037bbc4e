<script setup lang="ts">
/** What each column of a table is: proposed by its name, said otherwise where that is wrong. */
import { FILE_COLUMNS, isColumn, type FileKind, type ImportHead } from '@parlour/core/files';
import { computed } from 'vue';

const props = defineProps<{ kind: FileKind; heads: readonly ImportHead[] }>();
const columns = defineModel<Record<string, string | null>>({ required: true });

const LEFT_OUT = { value: null, title: 'Leave it out', help: '' };
const own = computed(() => FILE_COLUMNS[props.kind].map(({ name, help }) => ({ value: name, title: name, help })));
/** An option or an attribute of this name comes first, since no column proposes itself for it. */
const choicesFor = (head: string) => {
  const names = [head, `option.${head}`, `attribute.${head.toLowerCase().replace(/[^a-z0-9]+/g, '-')}`];
  const named = names.filter((name) => isColumn(props.kind, name) && !own.value.some(({ value }) => value === name));
  return [LEFT_OUT, ...named.map((name) => ({ value: name, title: name, help: '' })), ...own.value];
};
const isStrange = computed(() => props.heads.some(({ head, column }) => column !== head));
const twice = computed(() => {
  const said = Object.values(columns.value).filter((one) => one !== null);
  return said.find((one, i) => said.indexOf(one) !== i);
});
const set = (head: string, column: string | null): void => void (columns.value = { ...columns.value, [head]: column });
</script>

<template>
  <details :open="isStrange" class="columns">
    <summary>{{ isStrange ? 'Say what its columns are' : `Its ${heads.length} columns are known` }}</summary>
    <ul>
      <li v-for="{ head } in heads" :key="head">
        <span>{{ head || '(no name)' }}</span>
        <v-select
          :model-value="columns[head] ?? null"
          :items="choicesFor(head)"
          :item-props="({ help }: { help: string }) => ({ subtitle: help || undefined })"
          :label="`What “${head}” is`"
          density="compact"
          hide-details
          @update:model-value="(column: string | null) => set(head, column)"
        />
      </li>
    </ul>
    <p v-if="twice" class="fault" role="alert">Two columns are “{{ twice }}”. Leave one of them out.</p>
  </details>
</template>

<style scoped>
.columns {
  inline-size: 100%;
}
summary {
  padding-block: 8px;
  font-weight: 600;
  cursor: pointer;
}
ul {
  display: grid;
  gap: 12px;
  padding: 8px 0;
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: 1fr 1fr;
  align-items: center;
  gap: 16px;
}
li > span {
  overflow-wrap: anywhere;
}
.fault {
  color: rgb(var(--v-theme-error));
}
</style>
