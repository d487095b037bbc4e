<script setup lang="ts">
/** A link in a text: a page of the store or a web address, and whether it opens in a new window. */
import { isSafeHref } from '@parlour/core/fields';
import { routes } from '@parlour/contract';
import { computed, ref, watch } from 'vue';
import { attempt, call } from '../api';
import { takingTurns } from '../turns';

/** Where a link in a text leads. */
export interface TextLink {
  readonly href: string;
  readonly isNewWindow: boolean;
}

const props = defineProps<{ link: TextLink | null }>();
const emit = defineEmits<{ set: [link: TextLink]; remove: []; close: [] }>();

const href = ref(props.link?.href ?? '');
const isNewWindow = ref(props.link?.isNewWindow ?? false);
const pages = ref<{ value: string; title: string }[]>([]);
const words = ref('');
const fault = computed(() =>
  href.value.trim() === '' || isSafeHref(href.value)
    ? ''
    : 'This leads nowhere: write a path such as /browse/summer, or an address that begins with https://, mailto: or tel:.',
);

const ask = takingTurns();
watch(
  words,
  async (text) => {
    const counts = ask();
    const answer = await attempt(() => call(routes.listPages, { query: { search: text || undefined, limit: 30 } }));
    if (counts()) pages.value = (answer?.pages ?? []).map(({ path, title }) => ({ value: path, title }));
  },
  { immediate: true },
);

function done(): void {
  if (href.value.trim() === '' || fault.value) return;
  emit('set', { href: href.value.trim(), isNewWindow: isNewWindow.value });
}
</script>

<template>
  <v-dialog :model-value="true" max-width="560" @update:model-value="emit('close')">
    <v-card class="pa-6">
      <h2 class="mb-4">Link in the text</h2>
      <form class="form" @submit.prevent="done">
        <v-autocomplete
          v-model:search="words"
          :model-value="null"
          :items="pages"
          label="A page of the store"
          hint="Its path is filled in below."
          persistent-hint
          no-filter
          @update:model-value="(path: string | null) => path && (href = path)"
        >
          <template #item="{ props: item, item: found }"
            ><v-list-item v-bind="item" :subtitle="found.value"
          /></template>
        </v-autocomplete>
        <v-text-field
          v-model="href"
          label="Leads to"
          placeholder="https://…"
          hint="A path such as /browse/summer, or a web address."
          persistent-hint
          :error-messages="fault"
          autofocus
        />
        <v-checkbox-btn v-model="isNewWindow" label="Opens in a new window" />
        <div class="d-flex ga-2">
          <v-btn v-if="link" color="error" @click="emit('remove')">Remove</v-btn>
          <v-spacer />
          <v-btn @click="emit('close')">Cancel</v-btn>
          <v-btn type="submit" variant="flat" color="primary" :disabled="href.trim() === '' || fault !== ''">Set</v-btn>
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.form {
  display: grid;
  gap: 16px;
}
</style>
