<script setup lang="ts">
/** The way in: a few words beside a form with one button. Says by itself what went wrong. */
import { Problem } from '@parlour/core';
import { ref } from 'vue';

const props = defineProps<{
  title: string;
  words: string;
  /** What the button says; the title if absent. */
  action?: string;
  /** Sends the form, and goes on from there. */ send: () => Promise<void>;
}>();

const fault = ref('');
const busy = ref(false);

async function submit(): Promise<void> {
  busy.value = true;
  fault.value = '';
  try {
    await props.send();
  } catch (error) {
    fault.value =
      error instanceof Problem
        ? `${error.message} ${error.remedy ?? ''}`
        : 'The console cannot reach the service. Try again in a moment.';
  }
  busy.value = false;
}
</script>

<template>
  <div class="door">
    <div class="words">
      <h1>Parlour</h1>
      <p>{{ words }}</p>
    </div>
    <v-card class="card">
      <form @submit.prevent="submit">
        <h2 class="mb-5">{{ title }}</h2>
        <slot :fault="fault" />
        <v-btn type="submit" variant="flat" color="primary" block size="large" :loading="busy">{{
          action ?? title
        }}</v-btn>
        <p v-if="$slots['after']" class="after"><slot name="after" /></p>
      </form>
    </v-card>
  </div>
</template>

<style scoped>
.door {
  min-height: 100vh;
  display: grid;
  grid-template-columns: minmax(280px, 420px) minmax(320px, 400px);
  gap: 64px;
  align-items: center;
  justify-content: center;
  padding: 32px;
}
.words h1 {
  font-size: 3.5rem;
  margin-bottom: 16px;
}
.words p {
  font: 500 1.375rem/1.45 var(--title-font);
  color: rgb(var(--v-theme-secondary));
}
.card {
  padding: 32px;
}
.after {
  margin-top: 20px;
  text-align: center;
}
.after :deep(a) {
  color: rgb(var(--v-theme-primary));
}
@media (max-width: 800px) {
  .door {
    grid-template-columns: 1fr;
    gap: 24px;
  }
}
</style>
