<script setup lang="ts">
/** The first line of a sheet of settings: what they are of, and what can be done with it. Stays while one scrolls. */
defineProps<{ title: string }>();
</script>

<template>
  <div class="head">
    <h2>{{ title }}</h2>
    <slot />
  </div>
</template>

<style scoped>
.head {
  position: sticky;
  inset-block-start: -14px;
  z-index: 2;
  margin-block-start: -14px;
  padding-block-start: 14px;
  background: rgb(var(--v-theme-surface));
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
  padding-block-end: 4px;
}
h2 {
  font-size: 1.125rem;
  max-width: 15rem;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
