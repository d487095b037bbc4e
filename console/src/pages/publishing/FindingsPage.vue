<script setup lang="ts">
/** The inspection of the draft: what cannot go live, and what is most likely not meant. */
import { counted } from '@parlour/core';
import { routes } from '@parlour/contract';
import { computed } from 'vue';
import { useAnswer } from '../../answers';
import FindingsList from '../../shell/FindingsList.vue';

const { data } = useAnswer(routes.listFindings);
const all = computed(() => data.value?.findings ?? []);
const GROUPS = [
  { title: 'Cannot be published', severities: ['fault', 'blocker'] },
  { title: 'Most likely not meant', severities: ['warning'] },
  { title: 'Could be better', severities: ['hint'] },
] as const;
const groups = computed(() =>
  GROUPS.map(({ title, severities }) => ({
    title,
    found: all.value.filter(({ severity }) => severities.some((one) => one === severity)),
  })).filter(({ found }) => found.length),
);
</script>

<template>
  <div class="sheet narrow">
    <div class="sheet-head">
      <div>
        <h1>Inspection</h1>
        <p class="quiet">
          What is found in the draft when it is looked at as a whole: pages that lack what they cannot work without, and
          what nobody meant.
        </p>
      </div>
    </div>
    <p v-if="data && !all.length">
      Nothing is found. Every page has what it cannot work without, and every addition has its place.
    </p>
    <section v-for="{ title, found } in groups" :key="title" class="group">
      <h2>
        {{ title }} <span class="quiet">· {{ counted(found.length, 'finding') }}</span>
      </h2>
      <FindingsList :findings="found" />
    </section>
  </div>
</template>

<style scoped>
.group {
  margin-block-end: 32px;
}
.group h2 {
  font-size: 1.125rem;
  margin-block-end: 12px;
}
</style>
