<script setup lang="ts">
/** The pictures of a product in their order: chosen one by one or dropped as files; dragged, or moved by buttons. */
import { mdiArrowDown, mdiArrowUp, mdiDragVertical } from '@mdi/js';
import { counted } from '@parlour/core';
import type { ProductPicture } from '@parlour/core/catalogue';
import type { PictureValue } from '@parlour/core/fields';
import { routes } from '@parlour/contract';
import { ref } from 'vue';
import { attempt, call, say } from '../../api';
import PictureInput from '../../fields/PictureInput.vue';
import { movedTo, useReorder } from '../../use-reorder';

const pictures = defineModel<readonly ProductPicture[]>({ required: true });

const { begin, over, drop, end, mark } = useReorder((from, to) => move(from, to));
function move(from: number, to: number): void {
  pictures.value = movedTo(pictures.value, from, to);
}
function put(at: number, value: PictureValue | null): void {
  const all = [...pictures.value];
  if (value) all[at] = { hash: value.picture, alt: value.alt };
  else all.splice(at, 1);
  pictures.value = all;
}

const adding = ref(0);
const hovers = ref(false);
const hasFiles = (event: DragEvent): boolean => event.dataTransfer?.types.includes('Files') ?? false;
/** Files that are dropped here are added to the library, and come last. */
async function addFiles(event: DragEvent): Promise<void> {
  hovers.value = false;
  const files = [...(event.dataTransfer?.files ?? [])];
  adding.value = files.length;
  for (const file of files)
    await attempt(async () => {
      const body = new Uint8Array(await file.arrayBuffer());
      const { hash } = await call(routes.addPicture, { query: { name: file.name }, body });
      if (!pictures.value.some((one) => one.hash === hash)) pictures.value = [...pictures.value, { hash, alt: '' }];
      adding.value--;
      if (adding.value === 0) say(`${counted(files.length, 'picture')} added. Say what they show, then save.`);
    });
  adding.value = 0;
}
</script>

<template>
  <div
    class="pictures"
    :class="{ hovers }"
    @dragover="(event) => hasFiles(event) && (event.preventDefault(), (hovers = true))"
    @dragleave="hovers = false"
    @drop="(event) => hasFiles(event) && (event.preventDefault(), addFiles(event))"
  >
    <div
      v-for="(picture, i) in pictures"
      :key="picture.hash"
      class="one"
      :class="mark(i, pictures.length)"
      :data-picture="picture.hash"
      @dragover="over($event, i)"
      @drop.prevent="drop"
    >
      <div v-if="pictures.length > 1" class="moves">
        <span class="handle" draggable="true" aria-hidden="true" @dragstart="begin(i)" @dragend="end"
          ><v-icon :icon="mdiDragVertical"
        /></span>
        <v-btn
          :icon="mdiArrowUp"
          size="small"
          :disabled="i === 0"
          :aria-label="`Move picture ${i + 1} up`"
          @click="move(i, i - 1)"
        />
        <v-btn
          :icon="mdiArrowDown"
          size="small"
          :disabled="i === pictures.length - 1"
          :aria-label="`Move picture ${i + 1} down`"
          @click="move(i, i + 1)"
        />
      </div>
      <PictureInput
        :model-value="{ picture: picture.hash, alt: picture.alt }"
        :label="i === 0 ? 'First picture' : `Picture ${i + 1}`"
        help=""
        fault=""
        whole
        @update:model-value="(value: PictureValue | null) => put(i, value)"
      />
    </div>
    <PictureInput
      :key="pictures.length"
      :model-value="null"
      :label="pictures.length ? 'Another picture' : 'Picture'"
      help=""
      fault=""
      @update:model-value="(value: PictureValue | null) => put(pictures.length, value)"
    />
    <p class="quiet">{{ adding ? `Adding ${counted(adding, 'picture')} …` : 'Or drop picture files here.' }}</p>
  </div>
</template>

<style scoped>
.pictures {
  display: grid;
  gap: 20px;
  border-radius: 4px;
}
.hovers {
  outline: 2px dashed rgb(var(--v-theme-primary));
  outline-offset: 6px;
}
.one {
  display: flex;
  gap: 8px;
}
.one > :last-child {
  flex: 1;
}
.moves {
  display: grid;
  justify-items: center;
  align-content: start;
}
.handle {
  cursor: grab;
}
.drop-before {
  box-shadow: 0 -2px rgb(var(--v-theme-primary));
}
.drop-after {
  box-shadow: 0 2px rgb(var(--v-theme-primary));
}
</style>
