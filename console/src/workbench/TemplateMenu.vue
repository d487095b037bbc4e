<script setup lang="ts">
/** Another template for the open page: one that is there, or a copy of the one it has. */
import { mdiCheck, mdiContentCopy, mdiMenuDown } from '@mdi/js';
import { computed, ref } from 'vue';
import type { Workbench } from './use-workbench';

const props = defineProps<{ bench: Workbench }>();
const open = ref(false);
const now = computed(() => props.bench.templateCode.value);

async function choose(code: string): Promise<void> {
  open.value = false;
  if (code !== now.value) await props.bench.useTemplate(code);
}
async function copy(): Promise<void> {
  open.value = false;
  await props.bench.useCopy();
}
</script>

<template>
  <v-menu v-model="open">
    <template #activator="{ props: activator }">
      <button v-bind="activator" type="button" title="Another template for this page">
        <strong>{{ bench.template.value?.name }}</strong><v-icon :icon="mdiMenuDown" size="18" />
      </button>
    </template>
    <v-list density="compact" aria-label="Templates for this page">
      <v-list-item
        v-for="template in bench.templates.value"
        :key="template.code"
        :title="template.name"
        :subtitle="template.pages === 1 ? 'On 1 page' : `On ${template.pages} pages`"
        :active="template.code === now"
        :append-icon="template.code === now ? mdiCheck : undefined"
        @click="choose(template.code)"
      />
      <v-divider />
      <v-list-item
        title="A copy of this one"
        subtitle="A template of its own, with what hangs on its sections"
        :prepend-icon="mdiContentCopy"
        @click="copy"
      />
    </v-list>
  </v-menu>
</template>

<style scoped>
button:hover {
  color: rgb(var(--v-theme-primary));
}
</style>
