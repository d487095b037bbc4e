<script setup lang="ts">
/** Asks before something is done: what it means in the slot, one button that does it, one that does not. */
const {
  ready = true,
  keep = 'Cancel',
  action = '',
} = defineProps<{
  title: string;
  /** What the button says that does it; without it there is nothing to do. */ action?: string;
  /** What the other button says. */ keep?: string;
  /** True for what takes something away. */ removes?: boolean;
  busy?: boolean;
  /** True for what needs room, such as drawings. */ wide?: boolean;
  ready?: boolean;
}>();
const emit = defineEmits<{ do: []; close: [] }>();
</script>

<template>
  <v-dialog :model-value="true" :max-width="wide ? 820 : 520" @update:model-value="emit('close')">
    <v-card class="pa-6 card">
      <h2 class="mb-3">{{ title }}</h2>
      <div class="mb-5 asked"><slot /></div>
      <div class="d-flex justify-end ga-2">
        <v-btn @click="emit('close')">{{ keep }}</v-btn>
        <v-btn
          v-if="action"
          variant="flat"
          :color="removes ? 'error' : 'primary'"
          :loading="busy"
          :disabled="!ready"
          @click="emit('do')"
          >{{ action }}</v-btn
        >
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
/* However long what is asked is, the buttons are seen. */
.card {
  display: flex;
  flex-direction: column;
  max-height: calc(100vh - 48px);
}
.asked {
  min-height: 0;
  overflow-y: auto;
  /* Room for the frame of a field that has the focus. */
  margin-inline: -6px;
  padding: 6px;
}
</style>
