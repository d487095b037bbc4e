<script setup lang="ts">
/** Every pair of colours that meets on a page, with its contrast; what is hard to read is fixed in one action. */
import { nearestReadable, type ColourPair } from '@parlour/core/look';

defineProps<{ pairs: readonly ColourPair[]; /** All of them in a sentence. */ verdict: string }>();
const emit = defineEmits<{ fix: [pair: ColourPair, colour: string] }>();

const isHard = ({ ratio, needed }: ColourPair): boolean => ratio < needed;
/** Whether the text of a pair is a setting: what Parlour chooses itself needs no fixing. */
const isSetting = ({ settings }: ColourPair): boolean => settings.length > 1;
const nearestOf = ({ colour, behind, needed }: ColourPair): string => nearestReadable(colour, behind, needed);
</script>

<template>
  <section aria-label="Contrast">
    <h2>Contrast</h2>
    <p class="quiet">{{ verdict }}</p>
    <ul class="pairs">
      <li v-for="pair in pairs" :key="`${pair.text} ${pair.ground}`">
        <span class="sample" :style="{ background: pair.behind, color: pair.colour }" aria-hidden="true">Aa</span>
        <span>{{ pair.text }} on {{ pair.ground.toLowerCase() }}</span>
        <span class="figure">{{ (Math.floor(pair.ratio * 10) / 10).toFixed(1) }}</span>
        <v-btn
          v-if="isHard(pair) && isSetting(pair)"
          size="small"
          variant="outlined"
          @click="emit('fix', pair, nearestOf(pair))"
          ><span class="swatch" :style="{ background: nearestOf(pair) }" />Nearest</v-btn
        >
        <span v-else :class="isHard(pair) ? 'bad' : 'good'">{{ isHard(pair) ? 'Hard to read' : 'Good' }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
h2 {
  font-size: 1.125rem;
}
.pairs {
  list-style: none;
  padding: 0;
  margin-block-start: 8px;
}
.pairs li {
  display: grid;
  grid-template-columns: 44px 1fr auto 7rem;
  gap: 12px;
  align-items: center;
  padding-block: 6px;
  border-block-end: 1px solid rgba(var(--v-border-color), 0.16);
  font-size: 0.9375rem;
}
.sample {
  display: grid;
  place-content: center;
  block-size: 30px;
  border: 1px solid rgba(var(--v-border-color), 0.3);
  font-weight: 600;
}
.swatch {
  inline-size: 14px;
  block-size: 14px;
  margin-inline-end: 6px;
  border: 1px solid rgba(var(--v-border-color), 0.4);
}
.figure {
  font-variant-numeric: tabular-nums;
}
.good {
  color: rgb(var(--v-theme-success));
}
.bad {
  color: rgb(var(--v-theme-error));
  font-weight: 600;
}
</style>
