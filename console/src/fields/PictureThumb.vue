<script setup lang="ts">
/** A picture of the store, small; an empty place where none is chosen. */
import type { PictureValue } from '@parlour/core/fields';
import { computed } from 'vue';
import { pictureOfHash } from '../pictures';

const props = defineProps<{ picture: PictureValue | null }>();
const found = computed(() => (props.picture ? pictureOfHash(props.picture.picture) : undefined));
</script>

<template>
  <span class="thumb"><img v-if="picture && found" :src="found.thumb" :alt="picture.alt" /></span>
</template>

<style scoped>
.thumb {
  flex: none;
  inline-size: 44px;
  block-size: 34px;
  border-radius: 3px;
  overflow: hidden;
  background: rgba(var(--v-border-color), 0.12);
}
.thumb img {
  inline-size: 100%;
  block-size: 100%;
  object-fit: cover;
}
</style>
