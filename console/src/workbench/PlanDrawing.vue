<script setup lang="ts">
/** A drawing made by core's `planSvg`. The one place where the console puts in markup as it is. */
defineProps<{ svg: string }>();
</script>

<template>
  <!-- eslint-disable-next-line vue/no-v-html -- core draws it from checked documents and escapes every text in it -->
  <span class="plan-drawing" v-html="svg" />
</template>

<style scoped>
.plan-drawing {
  display: block;
  width: 100%;
}
.plan-drawing :deep(svg) {
  display: block;
  width: 100%;
}
</style>
