<script setup lang="ts">
import { routes } from '@parlour/contract';
import { ref, watch } from 'vue';
import { attempt, call, refreshChanges, say, session } from '../api';

const open = defineModel<boolean>({ required: true });
const note = ref('');
const busy = ref(false);

watch(open, (now) => {
  if (now) void attempt(refreshChanges);
});

async function publish(): Promise<void> {
  busy.value = true;
  await attempt(async () => {
    const revision = await call(routes.publish, { body: { note: note.value } });
    await refreshChanges();
    open.value = false;
    note.value = '';
    say(`Published as revision ${revision.number}. Shoppers see it now.`);
  });
  busy.value = false;
}
</script>

<template>
  <v-dialog v-model="open" max-width="640" scrollable>
    <v-card>
      <v-card-title class="serif pt-5 px-6">Publish to {{ session.store?.name }}</v-card-title>
      <v-card-text class="px-6">
        <p class="mb-3">
          These changes go live in one moment, for every visitor. They can be taken back under Revisions.
        </p>
        <ul class="changes">
          <li v-for="(change, i) in session.changes?.changes" :key="i">{{ change.sentence }}</li>
        </ul>
        <v-text-field
          v-model="note"
          label="Note for the team (optional)"
          maxlength="500"
          class="mt-5"
          autofocus
          @keydown.enter="publish"
        />
      </v-card-text>
      <v-card-actions class="px-6 pb-5">
        <v-spacer />
        <v-btn @click="open = false">Not yet</v-btn>
        <v-btn
          variant="flat"
          color="primary"
          :loading="busy"
          :disabled="!session.changes?.changes.length"
          @click="publish"
          >Publish now</v-btn
        >
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.changes {
  padding-inline-start: 20px;
  display: grid;
  gap: 6px;
}
</style>
