<script setup lang="ts">
/** What an import has done, or would do, and each line that is wrong. */
import { counted, cut } from '@parlour/core';
import { computed, ref } from 'vue';
import type { Import } from '../../use-import';

const FIRST = 50;

const props = defineProps<{ job: Import }>();
const all = ref(false);
const shown = computed(() => (all.value ? props.job.faults : props.job.faults.slice(0, FIRST)));
const sentence = computed(() => {
  const { kind, state, dryRun, created, changed, same, bad } = props.job;
  const wrong = `${counted(bad, kind)} ${bad === 1 ? 'is' : 'are'} wrong`;
  if (state === 'sent') return '';
  if (state === 'stopped') return 'It was stopped; nothing was changed.';
  if (state === 'failed') return 'Something broke; nothing was changed. Try it again.';
  if (state === 'refused')
    return dryRun ? `${wrong}, so nothing would be changed.` : `${wrong}, so nothing was changed.`;
  const did = dryRun
    ? `${counted(created, kind)} would be created, ${changed} changed`
    : `${counted(created, kind)} created, ${changed} changed`;
  return `${did}, ${same} as ${same === 1 ? 'it was' : 'they were'}${bad > 0 ? `, ${bad} left out` : ''}.`;
});
</script>

<template>
  <p v-if="sentence" role="status" :class="{ bad: job.state === 'refused' || job.state === 'failed' }">
    <strong>{{ sentence }}</strong>
  </p>
  <v-table v-if="shown.length" density="compact" class="faults">
    <thead>
      <tr>
        <th class="figure">Line</th>
        <th>Column</th>
        <th>There</th>
        <th>What is wrong</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(fault, i) in shown" :key="i">
        <td class="figure">{{ fault.line }}</td>
        <td>{{ fault.column }}</td>
        <td class="there">{{ cut(fault.value, 60) }}</td>
        <td>{{ fault.reason }}</td>
      </tr>
    </tbody>
  </v-table>
  <v-btn v-if="shown.length < job.faults.length" variant="outlined" size="small" @click="all = true"
    >Show all {{ job.faults.length }}</v-btn
  >
</template>

<style scoped>
.bad {
  color: rgb(var(--v-theme-error));
}
.faults td {
  padding-block: 6px !important;
  vertical-align: top;
}
.there {
  min-inline-size: 7rem;
  overflow-wrap: anywhere;
}
</style>
