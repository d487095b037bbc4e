<script setup lang="ts">
/** Which device’s width a page is looked at in. */
import { mdiCellphone, mdiMonitor, mdiTablet } from '@mdi/js';
import type { Device } from '@parlour/core/fields';

const device = defineModel<Device>({ required: true });
const devices: readonly { readonly value: Device; readonly icon: string; readonly title: string }[] = [
  { value: 'desktop', icon: mdiMonitor, title: 'Desktop' },
  { value: 'tablet', icon: mdiTablet, title: 'Tablet' },
  { value: 'phone', icon: mdiCellphone, title: 'Phone' },
];
</script>

<template>
  <v-btn-toggle v-model="device" mandatory density="compact" variant="outlined" divided aria-label="Device">
    <v-btn v-for="one in devices" :key="one.value" :value="one.value" :prepend-icon="one.icon" size="small">{{
      one.title
    }}</v-btn>
  </v-btn-toggle>
</template>
