<script setup lang="ts">
/** Everything unpublished, ticked; what stays ticked goes live now, or at a time. */
import { routes } from '@parlour/contract';
import { redirectsInWords } from '@parlour/core/design';
import { computed, ref, watch } from 'vue';
import { useAnswer } from '../answers';
import { attempt, call, refreshChanges, say, session } from '../api';
import { saveAll } from '../unsaved';
import FindingsList from './FindingsList.vue';

const open = defineModel<boolean>({ required: true });
const note = ref('');
const busy = ref(false);
const left = ref<Set<string>>(new Set());
const timed = ref(false);
const from = ref('');
const until = ref('');

const all = computed(() => session.changes?.changes ?? []);
const chosen = computed(() => all.value.filter(({ id }) => !left.value.has(id)).map(({ id }) => id));
const isLive = computed(() => session.design === session.store?.liveDesign);

/** Where old paths would lead then. */
const { data: compared } = useAnswer(routes.compare, () => ({ query: { from: 'live', to: 'draft' } }), { when: open });
const moved = computed(() => (open.value ? redirectsInWords(compared.value?.redirects ?? []) : []));

/** What the inspection finds in the draft; hints can wait. */
const { data: inspected } = useAnswer(routes.listFindings, () => ({}), { when: open });
const grave = computed(() => (inspected.value?.findings ?? []).filter(({ severity }) => severity !== 'hint'));
const blocked = computed(() => grave.value.some(({ severity }) => severity !== 'warning'));

watch(open, (now) => {
  if (!now) return;
  left.value = new Set();
  timed.value = false;
  void attempt(() => saveAll().then(refreshChanges));
});

function tick(id: string, on: boolean | null): void {
  const next = new Set(left.value);
  if (on) next.delete(id);
  else next.add(id);
  left.value = next;
}

async function run(work: () => Promise<void>): Promise<void> {
  busy.value = true;
  await attempt(async () => {
    await work();
    await refreshChanges();
    open.value = false;
    note.value = '';
  });
  if (open.value) await attempt(refreshChanges);
  busy.value = false;
}

const publish = (): Promise<void> =>
  run(async () => {
    // All of it means all that is listed here: what somebody adds meanwhile is looked at first.
    const some = left.value.size ? { changes: chosen.value } : { seq: session.changes?.seq };
    const revision = await call(routes.publish, { body: { note: note.value, ...some } });
    const when = isLive.value ? 'Shoppers see it now.' : 'Shoppers see it once this design is live.';
    say([`Published as revision ${revision.number}. ${when}`, ...redirectsInWords(revision.redirects)].join(' '));
  });

const setTime = (): Promise<void> =>
  run(async () => {
    const made = await call(routes.addTimedChange, {
      body: {
        name: note.value.trim() || 'Timed change',
        changes: chosen.value,
        from: from.value,
        ...(until.value ? { until: until.value } : {}),
      },
    });
    say(`Set: ${made.times}. You find it under Revisions.`);
  });
</script>

<template>
  <v-dialog v-model="open" max-width="680" scrollable>
    <v-card>
      <v-card-title class="serif pt-5 px-6">Publish to {{ session.store?.name }}</v-card-title>
      <v-card-text class="px-6">
        <p class="mb-3">Ticked changes go live together. You can take them back under Revisions.</p>
        <ul class="changes">
          <li v-for="change in all" :key="change.id">
            <v-checkbox
              :model-value="!left.has(change.id)"
              :label="change.sentence"
              density="compact"
              hide-details
              @update:model-value="tick(change.id, $event)"
            />
          </li>
        </ul>
        <div v-if="grave.length" class="mt-4">
          <p class="mb-2">
            {{
              blocked
                ? 'Shoppers could not use what would go live:'
                : 'Most likely not meant; it may go live all the same:'
            }}
          </p>
          <FindingsList :findings="grave" />
        </div>
        <p v-if="moved.length" class="quiet mt-3">Once all of it is published: {{ moved.join(' ') }}</p>
        <v-text-field
          v-model="note"
          :label="timed ? 'Name, such as “Autumn sale”' : 'Note for the team (optional)'"
          :maxlength="timed ? 80 : 500"
          class="mt-5"
          autofocus
          @keydown.enter="timed || publish()"
        />
        <v-switch v-model="timed" label="Publish later" density="compact" hide-details class="mt-1" />
        <div v-if="timed" class="times">
          <v-text-field
            v-model="from"
            type="datetime-local"
            label="From"
            :hint="`Time in ${session.store?.timeZone ?? ''}`"
            persistent-hint
          />
          <v-text-field
            v-model="until"
            type="datetime-local"
            label="Until (optional)"
            hint="Changes published in between stay"
            persistent-hint
          />
        </div>
      </v-card-text>
      <v-card-actions class="px-6 pb-5">
        <span class="quiet">{{ chosen.length }} of {{ all.length }} chosen</span>
        <v-spacer />
        <v-btn @click="open = false">Cancel</v-btn>
        <v-btn
          v-if="timed"
          variant="flat"
          color="primary"
          :loading="busy"
          :disabled="!chosen.length || !from"
          @click="setTime"
          >Schedule</v-btn
        >
        <v-btn v-else variant="flat" color="primary" :loading="busy" :disabled="!chosen.length" @click="publish"
          >Publish now</v-btn
        >
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.changes {
  list-style: none;
  padding: 0;
  margin-inline-start: -8px;
  display: grid;
  gap: 6px;
}
.times {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 16px;
  margin-top: 10px;
}
</style>
