<script setup lang="ts">
/** A picture in a text: which one, what it shows, how wide, on which side, with which line under it. */
import {
  TEXT_PICTURE_SIDES,
  TEXT_PICTURE_WIDTHS,
  type PictureValue,
  type TextPicture,
  type TextPictureSide,
  type TextPictureWidth,
} from '@parlour/core/fields';
import { entriesOf } from '@parlour/core';
import { ref } from 'vue';
import PictureInput from './PictureInput.vue';

const props = defineProps<{ picture: TextPicture | null }>();
const emit = defineEmits<{ set: [picture: TextPicture]; remove: []; close: [] }>();

const chosen = ref<PictureValue | null>(props.picture && { picture: props.picture.hash, alt: props.picture.alt });
const width = ref<TextPictureWidth>(props.picture?.width ?? 'full');
const side = ref<TextPictureSide>(props.picture?.side ?? 'none');
const caption = ref(props.picture?.caption ?? '');
const itemsOf = (titles: Readonly<Record<string, string>>) =>
  entriesOf(titles).map(([value, title]) => ({ value, title }));

function done(): void {
  if (!chosen.value) return;
  const { picture: hash, alt } = chosen.value;
  emit('set', {
    hash,
    alt,
    width: width.value,
    side: width.value === 'full' ? 'none' : side.value,
    caption: caption.value.trim(),
  });
}
</script>

<template>
  <v-dialog :model-value="true" max-width="560" @update:model-value="emit('close')">
    <v-card class="pa-6">
      <h2 class="mb-4">{{ picture ? 'Picture in the text' : 'Put a picture into the text' }}</h2>
      <form class="form" @submit.prevent="done">
        <PictureInput v-model="chosen" label="Picture" help="" fault="" />
        <v-select
          v-model="width"
          :items="itemsOf(TEXT_PICTURE_WIDTHS)"
          label="Width"
          hint="On phones it is as wide as the text."
          persistent-hint
        />
        <v-select
          v-model="side"
          :items="itemsOf(TEXT_PICTURE_SIDES)"
          :disabled="width === 'full'"
          label="Side"
          hint="At a side the text goes past it."
          persistent-hint
        />
        <v-text-field
          v-model="caption"
          label="Line under it"
          maxlength="300"
          hint="Leave empty for none."
          persistent-hint
        />
        <div class="d-flex ga-2">
          <v-btn v-if="picture" color="error" @click="emit('remove')">Remove</v-btn>
          <v-spacer />
          <v-btn @click="emit('close')">Cancel</v-btn>
          <v-btn type="submit" variant="flat" color="primary" :disabled="!chosen">{{ picture ? 'Set' : 'Add' }}</v-btn>
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.form {
  display: grid;
  gap: 16px;
}
</style>
