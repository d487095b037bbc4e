<script setup lang="ts">
/** Title and description of a collection or brand in a further language. */
import { NO_TEXTS, type AllDraftTexts, type DraftTexts } from '@parlour/core/catalogue';
import { computed } from 'vue';
import ProseInput from '../../fields/ProseInput.vue';

const props = defineProps<{ language: string; /** Its title in the first language. */ title: string }>();
const all = defineModel<AllDraftTexts>({ required: true });

const texts = computed(() => all.value[props.language] ?? NO_TEXTS);
const set = (change: Partial<DraftTexts>): void => {
  all.value = { ...all.value, [props.language]: { ...texts.value, ...change } };
};
</script>

<template>
  <p class="quiet">What you leave empty is shown in the first language of the store.</p>
  <v-text-field
    :model-value="texts.title"
    label="Title"
    :placeholder="title"
    persistent-placeholder
    maxlength="200"
    @update:model-value="(said: string) => set({ title: said })"
  />
  <ProseInput
    :key="language"
    :model-value="texts.description"
    label="Description"
    help=""
    fault=""
    @update:model-value="(description: string) => set({ description })"
  />
</template>
