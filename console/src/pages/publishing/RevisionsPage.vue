<script setup lang="ts">
import { mdiOpenInNew } from '@mdi/js';
import { routes, type AnswerOf } from '@parlour/contract';
import { computed, reactive, ref } from 'vue';
import { useAnswer, useParts } from '../../answers';
import { attempt, call, refreshChanges, say } from '../../api';
import AskDialog from '../../shell/AskDialog.vue';
import { whenText } from '../../times';

type Timed = AnswerOf<typeof routes.listTimedChanges>['timedChanges'][number];
type Revision = AnswerOf<typeof routes.listRevisions>['revisions'][number];

const { parts, loading, hasMore, more } = useParts(
  routes.listRevisions,
  () => null,
  (cursor) => ({ query: { limit: 30, cursor } }),
);
const revisions = computed<readonly Revision[]>(() => parts.value.flatMap((part) => part.revisions));
const { data: listed } = useAnswer(routes.listTimedChanges);
const asking = ref<Revision | null>(null);
const busy = ref(false);
const timed = computed<readonly Timed[]>(() =>
  (listed.value?.timedChanges ?? []).filter(({ state }) => state !== 'cancelled'),
);
/** What a revision changed, once somebody asked. */
const told = reactive(new Map<number, string[]>());

const STATES = {
  waiting: 'Waiting',
  live: 'Live',
  over: 'Over',
  conflict: 'Needs a decision',
  cancelled: 'Cancelled',
} as const;

async function tell(revision: Revision): Promise<void> {
  if (told.delete(revision.number)) return;
  await attempt(async () => {
    const query = { from: String(revision.number - 1), to: String(revision.number) };
    const { changes } = await call(routes.compare, { query });
    told.set(revision.number, changes.length ? changes.map(({ sentence }) => sentence) : ['Nothing differs.']);
  });
}

/** Opens the storefront as it was. The tab comes before the answer: browsers open none for a script that had to wait. */
async function look({ number }: Revision): Promise<void> {
  const tab = window.open('', '_blank');
  await attempt(async () => {
    const { url } = await call(routes.preview, { body: { page: 'home', revision: number } });
    tab?.location.replace(url);
  });
}

async function cancel(one: Timed): Promise<void> {
  await attempt(async () => {
    const { state } = await call(routes.cancelTimedChange, { params: { timed: String(one.id) }, body: {} });
    say(state === 'cancelled' ? `“${one.name}” is back in the draft.` : `“${one.name}” has been taken back.`);
    await refreshChanges();
  });
}

async function revert(revision: Revision): Promise<void> {
  busy.value = true;
  await attempt(async () => {
    const { revision: made, sentences } = await call(routes.revert, {
      params: { revision: String(revision.number) },
      body: {},
    });
    const kept = sentences.filter((sentence) => sentence.startsWith('Kept as it is in the draft'));
    say(`Revision ${revision.number} is live again, as revision ${made.number}. ${kept.join(' ')}`);
    asking.value = null;
    await refreshChanges();
  });
  busy.value = false;
}
</script>

<template>
  <div class="sheet narrow">
    <div class="sheet-head">
      <div>
        <h1>Revisions</h1>
        <p class="quiet">Every publish, newest first. You can make any of them live again; nothing is lost.</p>
      </div>
      <v-btn variant="outlined" to="/compare">Compare two states</v-btn>
    </div>
    <section v-if="timed.length" class="timed" aria-label="Timed changes">
      <h2>Timed changes</h2>
      <v-card v-for="one in timed" :key="one.id" class="what mb-2">
        <div class="about">
          <strong>{{ one.name }}</strong>
          <span
            class="tag ms-3"
            :class="{
              'tag-live': one.state === 'live',
              'tag-draft': one.state === 'waiting',
              'tag-bad': one.state === 'conflict',
            }"
            >{{ STATES[one.state] }}</span
          >
          <p class="quiet">{{ one.author }}, {{ one.times }}</p>
          <ul class="sentences">
            <li v-for="(sentence, i) in one.state === 'conflict' ? one.report : one.sentences" :key="i">
              {{ sentence }}
            </li>
          </ul>
        </div>
        <v-btn v-if="one.state !== 'over'" variant="outlined" @click="cancel(one)">{{
          one.state === 'live' ? 'Take back now' : 'Back to the draft'
        }}</v-btn>
      </v-card>
    </section>
    <ol class="line">
      <li v-for="revision in revisions" :key="revision.number" :class="{ live: revision.live }">
        <div class="number serif figure">{{ revision.number }}</div>
        <v-card class="what">
          <div class="about">
            <strong>{{ revision.note || 'No note' }}</strong>
            <span v-if="revision.live" class="tag tag-live ms-3">Live</span>
            <p class="quiet">
              {{ revision.author }}, {{ whenText(revision.created)
              }}<template v-if="revision.reverts">; reverted to revision {{ revision.reverts }}</template>
            </p>
            <ul v-if="told.has(revision.number)" class="sentences">
              <li v-for="(sentence, i) in told.get(revision.number)" :key="i">{{ sentence }}</li>
            </ul>
          </div>
          <v-btn v-if="revision.number > 1" @click="tell(revision)">{{
            told.has(revision.number) ? 'Hide' : 'What changed'
          }}</v-btn>
          <v-btn :append-icon="mdiOpenInNew" @click="look(revision)">View</v-btn>
          <v-btn v-if="!revision.live" variant="outlined" @click="asking = revision">Revert</v-btn>
        </v-card>
      </li>
    </ol>
    <v-btn v-if="hasMore" class="mt-4" :loading="loading" @click="more">Show older</v-btn>

    <AskDialog
      v-if="asking"
      :title="`Revert to revision ${asking.number}?`"
      action="Revert"
      :busy="busy"
      @do="revert(asking)"
      @close="asking = null"
    >
      Shoppers see the design as it was then, at once. This makes a new revision, so you can go back to the current one
      too. Unpublished changes stay in the draft.
    </AskDialog>
  </div>
</template>

<style scoped>
.narrow {
  max-width: 860px;
}
.timed {
  margin-bottom: 28px;
}
.timed h2 {
  font-size: 1.25rem;
  margin-bottom: 10px;
}
.sentences {
  padding-inline-start: 18px;
  margin-top: 8px;
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
.about {
  flex: 1;
}
.what {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 16px;
  padding: 16px 20px;
}
</style>
