<script setup lang="ts">
/** What a product says in a further language. What is left empty is shown in the leading one. */
import { NO_TEXTS, wordsOf, type DraftTexts, type ProductDraft } from '@parlour/core/catalogue';
import { computed } from 'vue';
import ProseInput from '../../fields/ProseInput.vue';

const props = defineProps<{ product: ProductDraft; language: string }>();
const emit = defineEmits<{ change: [texts: DraftTexts] }>();

const texts = computed(() => props.product.texts[props.language] ?? NO_TEXTS);
const words = computed(() => wordsOf(props.product));
const set = (change: Partial<DraftTexts>): void => emit('change', { ...texts.value, ...change });
</script>

<template>
  <fieldset>
    <legend class="unseen">Texts in this language</legend>
    <p class="quiet">What you leave empty is shown in the first language of the store.</p>
    <v-text-field
      :model-value="texts.title"
      label="Title"
      :placeholder="product.title"
      persistent-placeholder
      maxlength="200"
      @update:model-value="(title: string) => set({ title })"
    />
    <v-textarea
      :model-value="texts.summary"
      label="Summary"
      :placeholder="product.summary"
      persistent-placeholder
      rows="2"
      auto-grow
      maxlength="1000"
      @update:model-value="(summary: string) => set({ summary })"
    />
    <ProseInput
      :key="language"
      :model-value="texts.description"
      label="Description"
      help=""
      fault=""
      @update:model-value="(description: string) => set({ description })"
    />
  </fieldset>
  <fieldset v-if="words.length">
    <legend>Options and other words</legend>
    <v-text-field
      v-for="word in words"
      :key="word"
      :model-value="texts.words[word] ?? ''"
      :label="word"
      maxlength="500"
      hide-details
      @update:model-value="(said: string) => set({ words: { ...texts.words, [word]: said } })"
    />
  </fieldset>
</template>

<style scoped>
fieldset {
  display: grid;
  gap: 18px;
  border: 0;
  padding-block: 8px 20px;
}
legend {
  font-weight: 600;
  padding-block-end: 12px;
}
</style>
