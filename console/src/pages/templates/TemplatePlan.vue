<script setup lang="ts">
/** The plan view of a template, fetched when it comes into sight. */
import { routes } from '@parlour/contract';
import { onMounted, ref } from 'vue';
import { attempt, call } from '../../api';
import PlanDrawing from '../../workbench/PlanDrawing.vue';

const props = defineProps<{ code: string }>();
const svg = ref('');

onMounted(() =>
  attempt(async () => {
    ({ svg: svg.value } = await call(routes.drawPlan, { query: { template: props.code, labels: 'no' } }));
  }),
);
</script>

<template>
  <PlanDrawing :svg="svg" />
</template>
