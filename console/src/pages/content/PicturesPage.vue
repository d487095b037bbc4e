<script setup lang="ts">
/** The pictures of the store: added by drag or by choice, found by name, shown where they are used, deleted. */
import { mdiDeleteOutline, mdiUpload } from '@mdi/js';
import { counted, sure } from '@parlour/core';
import { leftOutInWords } from '@parlour/core/kinds';
import { routes, type AnswerOf } from '@parlour/contract';
import { computed, ref } from 'vue';
import { useParts } from '../../answers';
import { attempt, call, say } from '../../api';
import { inAddress } from '../../in-address';
import type { StorePicture } from '../../pictures';
import AskDialog from '../../shell/AskDialog.vue';
import { rested } from '../../rested';

type Uses = AnswerOf<typeof routes.getPicture>;
/** A file on its way. */
interface Sending {
  readonly name: string;
  readonly cancel: AbortController;
  state: 'waiting' | 'sending' | 'failed';
  fault: string;
}

const search = inAddress('search');
const words = rested(search);
const { parts, loading, hasMore, more } = useParts(
  routes.listPictures,
  () => words.value,
  (after) => ({ query: { search: words.value || undefined, after } }),
);
const pictures = computed<readonly StorePicture[]>(() => parts.value.flatMap((part) => part.pictures));
const total = computed(() => parts.value[0]?.total ?? 0);
const uses = ref<Uses | null>(null);
const asking = ref(false);
const busy = ref(false);
const over = ref(false);
const sending = ref<Sending[]>([]);
const file = ref<HTMLInputElement>();

async function open({ hash }: StorePicture): Promise<void> {
  uses.value = (await attempt(() => call(routes.getPicture, { params: { hash } }))) ?? null;
}

/** Sends files one after the other; what fails stays in the list with its reason. */
async function add(files: readonly File[]): Promise<void> {
  const jobs = files.map((one) => {
    sending.value.push({ name: one.name, cancel: new AbortController(), state: 'waiting', fault: '' });
    return { one, job: sure(sending.value.at(-1)) };
  });
  let added = 0;
  const lost: string[] = [];
  for (const { one, job } of jobs) {
    if (job.cancel.signal.aborted) continue;
    job.state = 'sending';
    try {
      const body = new Uint8Array(await one.arrayBuffer());
      const { leftOut } = await call(routes.addPicture, { query: { name: one.name }, body });
      added++;
      if (leftOut.length > 0) lost.push(`${one.name}: ${leftOutInWords(leftOut)}`);
      sending.value = sending.value.filter((other) => other !== job);
    } catch (error) {
      job.state = 'failed';
      job.fault = error instanceof Error ? error.message : 'It could not be sent.';
    }
  }
  if (added) say([`Added ${counted(added, 'picture')}.`, ...lost].join(' '));
}
function drop(event: DragEvent): void {
  over.value = false;
  void add([...(event.dataTransfer?.files ?? [])]);
}
function cancel(job: Sending): void {
  job.cancel.abort();
  sending.value = sending.value.filter((other) => other !== job);
}

async function remove(): Promise<void> {
  const hash = uses.value?.picture.hash;
  if (!hash) return;
  busy.value = true;
  await attempt(async () => {
    await call(routes.removePicture, { params: { hash } });
    asking.value = false;
    uses.value = null;
  });
  busy.value = false;
}
</script>

<template>
  <div
    class="sheet"
    :class="{ over }"
    @dragover.prevent="over = true"
    @dragleave.self="over = false"
    @drop.prevent="drop"
  >
    <div class="sheet-head">
      <div>
        <h1>Pictures</h1>
        <p class="quiet">Drop files anywhere on this page. Each is made in all the widths that pages ask for.</p>
      </div>
      <v-text-field v-model="search" label="Search" clearable class="search" />
      <v-btn variant="flat" color="primary" :prepend-icon="mdiUpload" @click="file?.click()">Add pictures</v-btn>
      <input
        ref="file"
        type="file"
        accept="image/*"
        multiple
        hidden
        @change="add([...(($event.target as HTMLInputElement).files ?? [])])"
      />
    </div>
    <ul v-if="sending.length" class="sending" aria-label="Uploads">
      <li v-for="job in sending" :key="job.name">
        <span class="file">{{ job.name }}</span>
        <span v-if="job.state === 'failed'" class="fault" role="alert">{{ job.fault }}</span>
        <v-progress-linear v-else :indeterminate="job.state === 'sending'" color="primary" class="bar" />
        <v-btn size="small" @click="cancel(job)">{{ job.state === 'failed' ? 'Dismiss' : 'Cancel' }}</v-btn>
      </li>
    </ul>
    <ul class="pictures">
      <li v-for="picture in pictures" :key="picture.hash">
        <button type="button" class="picture" @click="open(picture)">
          <img :src="picture.thumb" alt="" loading="lazy" />
          <span class="file">{{ picture.name || 'Without a name' }}</span>
          <span class="quiet">{{ picture.width }} × {{ picture.height }}</span>
        </button>
      </li>
    </ul>
    <p v-if="parts.length && !pictures.length" class="quiet">
      {{ search ? `No picture is called “${search}”.` : 'No pictures yet. Drop some here.' }}
    </p>
    <p v-else-if="hasMore || search" class="quiet mt-4">
      <span class="figure">{{ pictures.length }} of {{ counted(total, 'picture') }}</span>
      <v-btn v-if="hasMore" class="ms-4" :loading="loading" @click="more">Show more</v-btn>
    </p>
    <AskDialog
      v-if="uses && !asking"
      :title="uses.picture.name || 'Picture'"
      keep="Close"
      :action="
        uses.documents.length + uses.products.length + uses.collections.length || uses.kept ? '' : 'Delete picture'
      "
      removes
      @do="asking = true"
      @close="uses = null"
    >
      <img :src="uses.picture.thumb" alt="" class="large" />
      <p class="quiet">{{ uses.picture.width }} × {{ uses.picture.height }}</p>
      <ul v-if="uses.documents.length + uses.products.length + uses.collections.length" class="uses">
        <li v-for="one in uses.documents" :key="one.design + one.key">Used by {{ one.name }}</li>
        <li v-for="one in uses.products" :key="one.code">Used by the product “{{ one.title }}”</li>
        <li v-for="one in uses.collections" :key="`collection ${one.code}`">
          Used by the collection “{{ one.title }}”
        </li>
      </ul>
      <p v-else-if="uses.kept">
        Nothing uses it now, but a revision or an edit that can be undone shows it, so it is kept.
      </p>
      <p v-else>Nothing uses it.</p>
    </AskDialog>
    <AskDialog
      v-if="uses && asking"
      :title="`Delete ${uses.picture.name || 'this picture'}?`"
      action="Delete"
      removes
      :busy="busy"
      @do="remove"
      @close="asking = false"
    >
      <v-icon :icon="mdiDeleteOutline" size="18" /> This cannot be undone.
    </AskDialog>
  </div>
</template>

<style scoped>
.over {
  outline: 3px dashed rgb(var(--v-theme-primary));
  outline-offset: -12px;
}
.pictures {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
  gap: 16px;
  padding: 0;
  list-style: none;
}
.picture {
  display: grid;
  gap: 2px;
  width: 100%;
  padding: 8px;
  border: 1px solid rgba(var(--v-border-color), 0.16);
  background: rgb(var(--v-theme-surface));
  text-align: start;
}
.picture:hover {
  border-color: rgb(var(--v-theme-primary));
}
.picture img {
  width: 100%;
  aspect-ratio: 4/3;
  object-fit: contain;
  background: rgba(var(--v-border-color), 0.06);
}
.file {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.sending {
  display: grid;
  gap: 8px;
  padding: 0;
  margin-block-end: 20px;
  list-style: none;
}
.sending li {
  display: grid;
  grid-template-columns: 14rem 1fr auto;
  gap: 16px;
  align-items: center;
}
.fault {
  color: rgb(var(--v-theme-error));
}
.large {
  display: block;
  max-width: 100%;
  max-height: 240px;
  margin-block-end: 8px;
}
.uses {
  padding-inline-start: 20px;
}
</style>
