<script setup lang="ts">
defineProps<{
  /** Says what is not there; absent if the web address leads nowhere at all. */
  what?: string;
}>();
</script>

<template>
  <div class="sheet">
    <h1 class="mb-3">Page not found</h1>
    <p>
      {{ what ?? 'The console has no page at this web address.' }}
      <router-link to="/pages" class="plain">Go to Pages</router-link>
    </p>
  </div>
</template>
