<script setup lang="ts">
/** What a design builds on: each groundwork with a small drawing in its own colours and corners. */
import { lookFields } from '@parlour/core/look';
import { routes, type AnswerOf } from '@parlour/contract';
import { onMounted, ref } from 'vue';
import { attempt, call } from '../../api';

type Groundwork = AnswerOf<typeof routes.listGroundworks>['groundworks'][number];

const code = defineModel<string>({ required: true });
defineProps<{
  /** What the choice is called. */
  legend: string;
}>();

const groundworks = ref<Groundwork[]>([]);
onMounted(() =>
  attempt(async () => {
    ({ groundworks: groundworks.value } = await call(routes.listGroundworks));
    if (!code.value) code.value = groundworks.value[0]?.code ?? '';
  }),
);

/** The settings that the drawing shows, as custom properties. */
function drawn(groundwork: string): Record<string, string> {
  const fields = lookFields(groundwork);
  const of = (name: string): string => String(fields[name]?.default);
  const isRound = of('buttonShape') !== 'square';
  return {
    '--ground': of('backgroundColour'),
    '--ink': of('textColour'),
    '--bar': isRound ? of('strongColour') : of('softColour'),
    '--act': of('accentColour'),
    '--soft': of('softColour'),
    '--line': of('lineColour'),
    '--edge': isRound ? '2px' : '0px',
    '--corner': isRound ? '6px' : '0px',
    '--room': `${Number(of('gap')) * 6}px`,
  };
}
</script>

<template>
  <fieldset class="choice">
    <legend>{{ legend }}</legend>
    <label v-for="one in groundworks" :key="one.code" class="one" :class="{ chosen: one.code === code }">
      <span class="drawing" :style="drawn(one.code)" aria-hidden="true">
        <span class="bar" />
        <span class="title" />
        <span class="cards"><span v-for="card in 3" :key="card" class="card" /></span>
        <span class="act" />
      </span>
      <span class="about">
        <span class="name"
          ><input v-model="code" type="radio" name="groundwork" :value="one.code" /> {{ one.name }}</span
        >
        <span class="quiet">{{ one.sentence }}</span>
      </span>
    </label>
  </fieldset>
</template>

<style scoped>
.choice {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
  gap: 16px;
  border: 0;
  padding: 0;
  margin: 0;
}
.choice legend {
  font-weight: 600;
  padding-block-end: 8px;
}
.one {
  display: flex;
  flex-direction: column;
  border: 1px solid rgba(var(--v-border-color), 0.3);
  border-radius: 4px;
  overflow: hidden;
  cursor: pointer;
}
.one:hover,
.chosen {
  border-color: rgb(var(--v-theme-primary));
}
.chosen {
  outline: 1px solid rgb(var(--v-theme-primary));
}
.one:focus-within {
  outline: 2px solid rgb(var(--v-theme-primary));
}
.about {
  display: flex;
  flex-direction: column;
  gap: 4px;
  padding: 10px 14px 14px;
}
.name {
  font-weight: 600;
}
.name input {
  accent-color: rgb(var(--v-theme-primary));
  margin-inline-end: 4px;
}
.drawing {
  display: grid;
  gap: 9px;
  background: var(--ground);
  padding-block-end: 14px;
}
.drawing > :not(.bar) {
  margin-inline: 14px;
}
.bar {
  block-size: 18px;
  background: var(--bar);
}
.title {
  inline-size: 45%;
  block-size: 9px;
  background: var(--ink);
  border-radius: var(--edge);
}
.cards {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: var(--room);
}
.card {
  aspect-ratio: 4 / 3;
  background: var(--soft);
  border: var(--edge) solid var(--line);
  border-radius: var(--corner);
}
.act {
  inline-size: 64px;
  block-size: 14px;
  background: var(--act);
  border-radius: calc(var(--corner) * 2);
}
</style>
