<script setup lang="ts">
/** The point of a picture that stays in sight where it is cut: set by a click or by the arrow keys, tried in two shapes. */
import { computed, ref } from 'vue';

export interface Point {
  readonly x: number;
  readonly y: number;
}

const props = defineProps<{ src: string; point: Point | undefined }>();
const emit = defineEmits<{ set: [point: Point | undefined]; close: [] }>();

const MIDDLE: Point = { x: 50, y: 50 };
const STEP = 10;
const now = ref<Point>(props.point ?? MIDDLE);
const place = computed(() => ({ left: `${now.value.x}%`, top: `${now.value.y}%` }));
const kept = computed(() => ({ objectPosition: `${now.value.x}% ${now.value.y}%` }));

// Storefronts show it to the nearest tenth, so that is what one sees here.
const tenth = (part: number): number => Math.min(100, Math.max(0, Math.round(part / STEP) * STEP));

function click(event: MouseEvent): void {
  const { left, top, width, height } = (event.currentTarget as HTMLElement).getBoundingClientRect();
  now.value = {
    x: tenth(((event.clientX - left) / width) * 100),
    y: tenth(((event.clientY - top) / height) * 100),
  };
}

const move = (x: number, y: number): void => {
  now.value = { x: tenth(now.value.x + x * STEP), y: tenth(now.value.y + y * STEP) };
};

function done(point: Point | undefined): void {
  emit('set', point);
  emit('close');
}
</script>

<template>
  <v-dialog :model-value="true" max-width="760" @update:model-value="emit('close')">
    <v-card class="pa-6">
      <h2>Focal point</h2>
      <p class="quiet mb-4">When the picture is cropped, this point stays visible.</p>
      <div class="try">
        <button
          type="button"
          class="whole"
          :aria-label="`Point at ${now.x} % from the left and ${now.y} % from the top; arrow keys move it`"
          @click="click"
          @keydown.left.prevent="move(-1, 0)"
          @keydown.right.prevent="move(1, 0)"
          @keydown.up.prevent="move(0, -1)"
          @keydown.down.prevent="move(0, 1)"
        >
          <img :src="src" alt="" />
          <span class="point" :style="place" />
        </button>
        <div class="shapes">
          <img :src="src" alt="Cropped wide" class="wide" :style="kept" />
          <img :src="src" alt="Cropped tall" class="tall" :style="kept" />
        </div>
      </div>
      <div class="d-flex justify-end ga-2 mt-5">
        <v-btn @click="done(undefined)">Use the middle</v-btn>
        <v-spacer />
        <v-btn @click="emit('close')">Cancel</v-btn>
        <v-btn variant="flat" color="primary" @click="done(now)">Set focal point</v-btn>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.try {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 180px;
  gap: 20px;
  align-items: start;
}
.whole {
  position: relative;
  cursor: crosshair;
}
.whole img {
  display: block;
  width: 100%;
}
.point {
  position: absolute;
  width: 28px;
  height: 28px;
  margin: -14px;
  border: 3px solid white;
  border-radius: 50%;
  outline: 2px solid rgb(var(--v-theme-primary));
}
.shapes {
  display: grid;
  gap: 12px;
}
.shapes img {
  width: 100%;
  object-fit: cover;
}
.wide {
  aspect-ratio: 3 / 1;
}
.tall {
  aspect-ratio: 3 / 4;
}
</style>
