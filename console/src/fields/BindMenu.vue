<script setup lang="ts">
/** What a value is taken from on each page: one value for all of them, or something of the page itself. */
import { mdiFileLinkOutline } from '@mdi/js';
import { capitalised } from '@parlour/core';
import { BINDINGS, bindingsFor, type Field } from '@parlour/core/fields';
import { computed, ref, watch } from 'vue';

const props = defineProps<{
  field: Field;
  label: string;
  /** The name of what it is bound to; empty if it is one value for all pages. */ bind: string;
}>();
const emit = defineEmits<{ bind: [name: string] }>();

const ATTRIBUTE = 'attribute.';
const open = ref(false);
const attribute = ref('');
const can = computed(() => bindingsFor(props.field));
const choices = computed(() =>
  can.value.names.map((name) => ({ name, title: capitalised(BINDINGS[name]?.label ?? name) })),
);
const isPossible = computed(() => choices.value.length > 0 || can.value.attributes);

watch(open, () => (attribute.value = props.bind.startsWith(ATTRIBUTE) ? props.bind.slice(ATTRIBUTE.length) : ''));
function choose(name: string): void {
  open.value = false;
  if (name !== props.bind) emit('bind', name);
}
</script>

<template>
  <v-menu v-if="isPossible" v-model="open" :close-on-content-click="false" location="bottom end">
    <template #activator="{ props: activator }">
      <button v-bind="activator" type="button" :aria-label="`${label}: take it from the page`">
        <v-icon :icon="mdiFileLinkOutline" size="14" /> from the page
      </button>
    </template>
    <v-card class="choices" role="group" :aria-label="`What ${label} is taken from`">
      <v-list density="compact">
        <v-list-item :active="bind === ''" @click="choose('')">One value for all pages</v-list-item>
        <v-list-item v-for="{ name, title } in choices" :key="name" :active="bind === name" @click="choose(name)">{{
          title
        }}</v-list-item>
      </v-list>
      <form v-if="can.attributes" class="attribute" @submit.prevent="choose(ATTRIBUTE + attribute.trim())">
        <v-text-field v-model="attribute" label="Attribute" placeholder="wind" maxlength="40" density="compact" />
        <v-btn type="submit" size="small" :disabled="!attribute.trim()">Take it</v-btn>
      </form>
    </v-card>
  </v-menu>
</template>

<style scoped>
.choices {
  min-width: 260px;
}
.attribute {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 8px;
  align-items: center;
  padding: 0 16px 12px;
}
</style>
