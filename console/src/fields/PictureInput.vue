<script setup lang="ts">
/** A picture of the store with its alternative text: chosen from those there are, or added. */
import { mdiImageOutline, mdiUpload } from '@mdi/js';
import type { PictureValue } from '@parlour/core/fields';
import { leftOutInWords } from '@parlour/core/kinds';
import { routes } from '@parlour/contract';
import { computed, ref } from 'vue';
import { useParts } from '../answers';
import { attempt, call, say } from '../api';
import { pictureOfHash, type StorePicture } from '../pictures';
import { rested } from '../rested';
import FocalPoint, { type Point } from './FocalPoint.vue';

const props = defineProps<{
  modelValue: PictureValue | null;
  label: string;
  help: string;
  fault: string;
  /** Width to height that suits. */ suits?: number;
  /** True where it is never cropped, so that no point of it matters more. */ whole?: boolean;
}>();
const emit = defineEmits<{ 'update:modelValue': [value: PictureValue | null] }>();

const open = ref(false);
const search = ref<string | null>('');
const words = rested(search);
/** Those there are to choose from. */
const { parts, loading, hasMore, more } = useParts(
  routes.listPictures,
  () => words.value,
  (after) => ({ query: { search: words.value || undefined, after } }),
  { when: open },
);
const pictures = computed<readonly StorePicture[]>(() => parts.value.flatMap((part) => part.pictures));
const pointing = ref(false);
const busy = ref(false);
const file = ref<HTMLInputElement>();
/** The one that is chosen. */
const current = computed(() => (props.modelValue ? pictureOfHash(props.modelValue.picture) : undefined));

/** Says so if the picture's shape is far from the one it is cut to. */
const misfit = computed(() => {
  if (!current.value || !props.suits) return '';
  const ratio = current.value.width / current.value.height / props.suits;
  if (ratio > 0.6 && ratio < 1.67) return '';
  return `It is much ${ratio < 1 ? 'taller' : 'wider'} than its place; much of it is cropped.`;
});

function choose(picture: StorePicture): void {
  // Another picture has another point that matters.
  emit('update:modelValue', { picture: picture.hash, alt: props.modelValue?.alt ?? '' });
  open.value = false;
}

async function add(event: Event): Promise<void> {
  const chosen = (event.target as HTMLInputElement).files?.[0];
  if (!chosen) return;
  busy.value = true;
  await attempt(async () => {
    const added = await call(routes.addPicture, {
      query: { name: chosen.name },
      body: new Uint8Array(await chosen.arrayBuffer()),
    });
    choose(added);
    if (added.leftOut.length > 0) say(leftOutInWords(added.leftOut));
  });
  busy.value = false;
}

const withFocus = ({ picture, alt }: PictureValue, focus: Point | undefined): PictureValue => ({
  picture,
  alt,
  ...(focus ? { focus } : {}),
});
</script>

<template>
  <div class="picture-input">
    <button type="button" class="thumb" :aria-label="`${label}: choose`" @click="open = true">
      <img v-if="current" :src="current.thumb" alt="" />
      <v-icon v-else :icon="mdiImageOutline" size="32" />
    </button>
    <div class="beside">
      <span class="name">{{ label }}</span>
      <div>
        <v-btn size="small" variant="outlined" @click="open = true">{{ current ? 'Change' : 'Choose' }}</v-btn>
        <v-btn v-if="current && !whole" size="small" @click="pointing = true">Focal point</v-btn>
        <v-btn v-if="modelValue" size="small" @click="emit('update:modelValue', null)">Remove picture</v-btn>
      </div>
    </div>
    <v-text-field
      v-if="modelValue"
      :model-value="modelValue.alt"
      label="What the picture shows"
      hint="Read aloud to people who cannot see it; leave empty for decoration."
      persistent-hint
      :error-messages="fault"
      maxlength="300"
      class="alt"
      @update:model-value="emit('update:modelValue', { ...modelValue, alt: $event })"
    />

    <p v-if="misfit" class="misfit">{{ misfit }}</p>

    <FocalPoint
      v-if="pointing && current && modelValue"
      :src="current.thumb"
      :point="modelValue.focus"
      @set="(point) => modelValue && emit('update:modelValue', withFocus(modelValue, point))"
      @close="pointing = false"
    />
    <v-dialog v-model="open" max-width="860" scrollable>
      <v-card>
        <v-card-title class="d-flex align-center px-6 pt-5">
          <h2 class="me-auto">{{ label }}</h2>
          <v-btn variant="outlined" :prepend-icon="mdiUpload" :loading="busy" @click="file?.click()"
            >Add a picture</v-btn
          >
          <input ref="file" type="file" accept="image/*" hidden @change="add" />
        </v-card-title>
        <v-card-text>
          <v-text-field v-model="search" label="Search" clearable hide-details class="mb-4" />
          <div class="choices">
            <button
              v-for="picture in pictures"
              :key="picture.hash"
              type="button"
              class="choice"
              :class="{ here: picture.hash === modelValue?.picture }"
              @click="choose(picture)"
            >
              <img :src="picture.thumb" alt="" loading="lazy" />
              <span>{{ picture.name }}</span>
            </button>
          </div>
          <p v-if="parts.length && !pictures.length">
            {{ search ? `No picture is called “${search}”.` : 'There are no pictures yet. Add one.' }}
          </p>
          <v-btn v-if="hasMore" class="mt-4" :loading="loading" @click="more">Show more</v-btn>
        </v-card-text>
        <v-card-actions class="px-6 pb-4"><v-spacer /><v-btn @click="open = false">Close</v-btn></v-card-actions>
      </v-card>
    </v-dialog>
  </div>
</template>

<style scoped>
.picture-input {
  display: grid;
  grid-template-columns: 88px 1fr;
  gap: 8px 12px;
}
.thumb {
  height: 66px;
  border: 1px solid rgba(var(--v-border-color), 0.3);
  border-radius: 4px;
  overflow: hidden;
}
.thumb img,
.choice img {
  width: 100%;
  height: 100%;
  object-fit: cover;
  display: block;
}
.name {
  font-size: 0.875rem;
}
.misfit {
  grid-column: 1 / -1;
  color: rgb(var(--v-theme-warning));
  font-size: 0.875rem;
}
.alt {
  grid-column: 1 / -1;
}
.choices {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(140px, 1fr));
  gap: 16px;
}
.choice {
  border: 2px solid transparent;
  border-radius: 4px;
  text-align: start;
  font-size: 0.875rem;
}
.choice img {
  height: auto;
  aspect-ratio: 4 / 3;
  /* Until it is there. */
  background: rgb(var(--v-theme-background));
}
.choice:hover,
.here {
  border-color: rgb(var(--v-theme-primary));
}
</style>
