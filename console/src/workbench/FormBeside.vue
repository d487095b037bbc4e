<script setup lang="ts">
/** A form beside the page it is about. Its slots: the groups of the form, and what is said over the page. */
import { mdiDeleteOutline } from '@mdi/js';
import type { Device } from '@parlour/core/fields';
import DeviceToggle from './DeviceToggle.vue';
import PageFrame from './PageFrame.vue';

const {
  canRemove = true,
  removing = 'Remove',
  selected = null,
} = defineProps<{
  title: string;
  /** What the form is read out as. */ label: string;
  /** The list that it belongs to. */ list: { readonly to: string; readonly title: string };
  /** Of the page; empty for none. */ url: string;
  /** The section of the page that is marked. */ selected?: string | null;
  renewals: number;
  canRemove?: boolean;
  /** What the button says that takes it away. */ removing?: string;
}>();
const device = defineModel<Device>('device', { required: true });
defineEmits<{ remove: [] }>();
</script>

<template>
  <div class="beside">
    <section class="form" :aria-label="label">
      <router-link class="plain" :to="list.to">{{ list.title }}</router-link>
      <div class="head">
        <h1>{{ title }}</h1>
        <v-btn v-if="canRemove" color="error" size="small" :prepend-icon="mdiDeleteOutline" @click="$emit('remove')">{{
          removing
        }}</v-btn>
      </div>
      <slot />
    </section>
    <div class="strip">
      <slot name="over" />
      <v-spacer />
      <DeviceToggle v-model="device" />
    </div>
    <PageFrame v-if="url" :url="url" :device="device" :selected="selected" :renewals="renewals" />
  </div>
</template>

<style scoped>
.beside {
  display: grid;
  grid-template: 'form strip' auto 'form page' minmax(0, 1fr) / 540px minmax(0, 1fr);
  block-size: calc(100vh - 56px);
}
@media (max-width: 999px) {
  .beside {
    grid-template: 'form' auto 'strip' auto 'page' 80vh / minmax(0, 1fr);
    block-size: auto;
  }
}
.form {
  grid-area: form;
  overflow-y: auto;
  padding: 16px 24px 32px;
  background: rgb(var(--v-theme-surface));
  border-inline-end: 1px solid rgba(var(--v-border-color), 0.16);
}
.head {
  display: flex;
  align-items: start;
  justify-content: space-between;
  gap: 16px;
  margin-block: 6px 14px;
}
.form :slotted(fieldset) {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  min-inline-size: 0;
  gap: 18px;
  border: 0;
  padding-block: 8px 20px;
}
.form :slotted(fieldset > legend) {
  font-weight: 600;
  padding-block-end: 12px;
}
.strip {
  grid-area: strip;
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 8px 16px;
}
</style>
