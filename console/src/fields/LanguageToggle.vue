<script setup lang="ts">
/** Which of the store's languages is written: the leading one first. Nothing where there is one alone. */
import { computed } from 'vue';
import { session } from '../api';

/** Empty for the leading language. */
const language = defineModel<string>({ required: true });

const languages = computed(() => {
  const { store } = session;
  const names = new Intl.DisplayNames('en', { type: 'language' });
  if (!store?.languages.length) return [];
  return [
    { value: '', title: names.of(store.locale) ?? store.locale },
    ...store.languages.map((value) => ({ value, title: names.of(value) ?? value })),
  ];
});
</script>

<template>
  <v-btn-toggle
    v-if="languages.length"
    v-model="language"
    mandatory
    density="compact"
    variant="outlined"
    divided
    aria-label="Language"
  >
    <v-btn v-for="one in languages" :key="one.value" :value="one.value" size="small">{{ one.title }}</v-btn>
  </v-btn-toggle>
</template>
