<script setup lang="ts">
/** The catalogue as files: saved, and taken in – with each bad line shown before anything is changed. */
import { mdiDownload, mdiUpload } from '@mdi/js';
import { counted } from '@parlour/core';
import type { FileKind } from '@parlour/core/files';
import { routes } from '@parlour/contract';
import { computed, ref, watch } from 'vue';
import { useAnswer } from '../../answers';
import { askAnew, may, session } from '../../api';
import { inAddress } from '../../in-address';
import { useImport, type Import } from '../../use-import';
import ImportColumns from './ImportColumns.vue';
import ImportOutcome from './ImportOutcome.vue';

const KINDS: readonly { readonly value: FileKind; readonly title: string }[] = [
  { value: 'product', title: 'Products with their variants' },
  { value: 'collection', title: 'Collections with their products' },
  { value: 'brand', title: 'Brands' },
  { value: 'review', title: 'Reviews' },
];
const asked = inAddress<FileKind>('of');
const kind = computed<FileKind>({
  get: () => KINDS.find(({ value }) => value === asked.value)?.value ?? 'product',
  set: (value) => (asked.value = value),
});
const things = computed(() => `${kind.value}s`);

const isForSpreadsheet = ref(true);
const fileAt = (format: 'csv' | 'jsonl'): string => {
  const harmless = format === 'csv' && isForSpreadsheet.value ? '&spreadsheet=yes' : '';
  return `/api/stores/${session.store?.slug ?? ''}/exports/${kind.value}?format=${format}${harmless}`;
};

const { job, sending, columns, isUnderWay, send, start, open, stop, put } = useImport();
const skipBad = ref(false);
const input = ref<HTMLInputElement>();
function choose(files: FileList | null): void {
  const [file] = files ?? [];
  if (file) void send(kind.value, file);
  // The same file, mended, can be chosen again.
  if (input.value) input.value.value = '';
}
watch(kind, put);

const { data: last } = useAnswer(routes.listImports);
const begun = computed(() => (last.value?.imports ?? []).filter(({ state }) => state !== 'sent'));
// What is done is listed, and shown elsewhere.
watch(isUnderWay, (now) => !now && askAnew());
const STATES: Readonly<Record<Import['state'], string>> = {
  sent: 'Not started',
  waiting: 'Waiting',
  running: 'Under way',
  done: 'Done',
  refused: 'Nothing was changed',
  stopped: 'Stopped',
  failed: 'Failed',
};
const titleOf = (one: Import): string => one.name || `Import ${one.id}`;
const part = (done: number, all: number): number => (all === 0 ? 0 : Math.floor((done / all) * 100));
const isDone = computed(() => job.value?.state === 'done' && !job.value.dryRun);
const isReady = computed(() => Object.values(columns.value).includes(kind.value) || job.value?.heads.length === 0);
</script>

<template>
  <div class="sheet narrow">
    <div class="sheet-head">
      <div>
        <h1>Import and export</h1>
        <p class="quiet">Your catalogue as files: to keep, to change in a spreadsheet, or to bring from elsewhere.</p>
      </div>
      <v-select v-model="kind" :items="KINDS" label="What the file is of" class="kinds" />
    </div>
    <v-card class="block">
      <h2>Export</h2>
      <p>All {{ things }} of {{ session.store?.name }} as one file. Taken in again, it changes nothing.</p>
      <div class="choices">
        <v-btn variant="outlined" :prepend-icon="mdiDownload" :href="fileAt('csv')" download>Save as CSV</v-btn>
        <v-btn variant="outlined" :prepend-icon="mdiDownload" :href="fileAt('jsonl')" download
          >Save as JSON Lines</v-btn
        >
      </div>
      <v-checkbox
        v-model="isForSpreadsheet"
        label="The CSV is for a spreadsheet"
        messages="Texts that look like a formula get an apostrophe in front; import takes it away again."
      />
    </v-card>
    <v-card v-if="may('catalogue.edit')" class="block">
      <h2>Import</h2>
      <p>
        Creates and changes {{ things }} by their codes. What the file does not name stays. Try it first: you see what
        it would do, and each line that is wrong.
      </p>
      <v-btn
        v-if="!sending && !isUnderWay"
        :variant="job ? 'outlined' : 'flat'"
        :color="job ? undefined : 'primary'"
        :prepend-icon="mdiUpload"
        @click="input?.click()"
        >{{ job ? 'Choose another file' : 'Choose a file' }}</v-btn
      >
      <input ref="input" type="file" accept=".csv,.jsonl" hidden @change="choose(input?.files ?? null)" />
      <div v-if="sending" role="status">
        <p>Sending the file: {{ part(sending.done, sending.all) }} %</p>
        <v-progress-linear :model-value="part(sending.done, sending.all)" color="primary" />
      </div>
      <template v-if="job">
        <h3>{{ titleOf(job) }}</h3>
        <div v-if="isUnderWay" role="status">
          <p>
            {{ job.dryRun ? 'Being tried' : 'Being taken in' }}: {{ part(job.doneBytes, job.bytes) }} %,
            {{ counted(job.created + job.changed + job.same + job.bad, job.kind) }}
          </p>
          <v-progress-linear :model-value="part(job.doneBytes, job.bytes)" color="primary" />
          <v-btn class="mt-3" variant="outlined" size="small" @click="stop">Stop</v-btn>
        </div>
        <template v-else>
          <ImportOutcome :job="job" />
        </template>
        <template v-if="!isUnderWay && !isDone">
          <ImportColumns v-if="job.heads.length" v-model="columns" :kind="job.kind" :heads="job.heads" />
          <v-checkbox v-model="skipBad" label="Take in what is right and leave out the rest" hide-details />
          <div class="choices">
            <v-btn variant="outlined" :disabled="!isReady" @click="start({ dryRun: true, skipBad })">Try it</v-btn>
            <v-btn variant="flat" color="primary" :disabled="!isReady" @click="start({ dryRun: false, skipBad })"
              >Import</v-btn
            >
          </div>
          <p v-if="!isReady" class="quiet">Say which column is the code of each {{ job.kind }}.</p>
        </template>
      </template>
    </v-card>
    <v-card v-if="begun.length" class="block">
      <h2>Last imports</h2>
      <v-table>
        <thead>
          <tr>
            <th>File</th>
            <th>What became of it</th>
            <th class="figure">Created</th>
            <th class="figure">Changed</th>
            <th class="figure">Left out</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in begun" :key="one.id">
            <td>
              <button type="button" class="title" @click="((asked = one.kind), open(one.id))">
                {{ titleOf(one) }}
              </button>
              <div class="quiet">{{ `${one.kind}s` }}</div>
            </td>
            <td>{{ one.dryRun ? `${STATES[one.state]} (tried)` : STATES[one.state] }}</td>
            <td class="figure">{{ one.dryRun ? '' : one.created }}</td>
            <td class="figure">{{ one.dryRun ? '' : one.changed }}</td>
            <td class="figure">{{ one.bad }}</td>
          </tr>
        </tbody>
      </v-table>
    </v-card>
  </div>
</template>

<style scoped>
.narrow {
  max-width: 900px;
}
.kinds {
  flex: 0 1 300px;
}
.block {
  display: grid;
  gap: 12px;
  justify-items: start;
  margin-block-end: 20px;
  padding: 24px;
}
.block > div,
.block :deep(.v-table) {
  inline-size: 100%;
}
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
}
</style>
