<script setup lang="ts">
import { routes, type AnswerOf } from '@parlour/contract';
import { onMounted, ref, watch } from 'vue';
import { attempt, call, refreshChanges, say, session } from '../api';

type Revision = AnswerOf<typeof routes.listRevisions>['revisions'][number];

const revisions = ref<Revision[]>([]);
const next = ref<string | null>(null);
const asking = ref<Revision | null>(null);
const busy = ref(false);

async function load(more = false): Promise<void> {
  await attempt(async () => {
    const answer = await call(routes.listRevisions, {
      query: { limit: 30, cursor: more ? (next.value ?? undefined) : undefined },
    });
    revisions.value = more ? [...revisions.value, ...answer.revisions] : answer.revisions;
    next.value = answer.next;
  });
}

async function revert(revision: Revision): Promise<void> {
  busy.value = true;
  await attempt(async () => {
    const { revision: made, sentences } = await call(routes.revert, {
      params: { revision: String(revision.number) },
      body: {},
    });
    const kept = sentences.filter((sentence) => sentence.startsWith('The draft keeps'));
    say(`Revision ${revision.number} is live again, as revision ${made.number}. ${kept.join(' ')}`);
    asking.value = null;
    await refreshChanges();
    await load();
  });
  busy.value = false;
}

const when = (at: string): string =>
  new Intl.DateTimeFormat('en-IE', {
    dateStyle: 'medium',
    timeStyle: 'short',
    timeZone: session.store?.timeZone ?? 'UTC',
  }).format(new Date(at));

watch(
  () => session.changes?.live,
  () => void load(),
);
onMounted(() => load());
</script>

<template>
  <div class="sheet narrow">
    <div class="sheet-head">
      <div>
        <h1>Revisions</h1>
        <p class="quiet">Every publish, newest first. Any of them can be brought back; nothing is lost by it.</p>
      </div>
    </div>
    <ol class="line">
      <li v-for="revision in revisions" :key="revision.number" :class="{ live: revision.live }">
        <div class="number serif figure">{{ revision.number }}</div>
        <v-card class="what">
          <div>
            <strong>{{ revision.note || 'No note' }}</strong>
            <span v-if="revision.live" class="tag tag-live ms-3">Live</span>
            <p class="quiet">
              {{ revision.author }},
              {{ when(revision.at)
              }}<template v-if="revision.reverts">; brought back revision {{ revision.reverts }}</template>
            </p>
          </div>
          <v-btn v-if="!revision.live" variant="outlined" @click="asking = revision">Bring back</v-btn>
        </v-card>
      </li>
    </ol>
    <v-btn v-if="next" class="mt-4" @click="load(true)">Show older</v-btn>

    <v-dialog :model-value="asking !== null" max-width="520" @update:model-value="asking = null">
      <v-card v-if="asking" class="pa-6">
        <h2 class="mb-3">Bring back revision {{ asking.number }}?</h2>
        <p class="mb-5">
          Shoppers see the design as it was then, at once. It becomes a new revision, so the present one can be brought
          back as well. Unpublished changes stay in the draft.
        </p>
        <div class="d-flex justify-end ga-2">
          <v-btn @click="asking = null">Cancel</v-btn>
          <v-btn variant="flat" color="primary" :loading="busy" @click="revert(asking)">Bring it back</v-btn>
        </div>
      </v-card>
    </v-dialog>
  </div>
</template>

<style scoped>
.narrow {
  max-width: 860px;
}
.line {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 12px;
}
.line li {
  display: grid;
  grid-template-columns: 56px 1fr;
  gap: 20px;
  align-items: center;
}
.number {
  font-size: 1.5rem;
  padding-inline-end: 16px;
  border-inline-end: 3px solid rgba(var(--v-border-color), 0.2);
  align-self: stretch;
  display: grid;
  align-items: center;
}
.live .number {
  border-color: rgb(var(--v-theme-success));
  color: rgb(var(--v-theme-success));
}
.what {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 16px;
  padding: 16px 20px;
}
</style>
