/** One file on its way into the catalogue: sent in parts, its columns said, tried, taken in or stopped, and watched. */
import { Problem } from '@parlour/core';
import { FILE_FORMATS, PART_BYTES, type FileFormat, type FileKind } from '@parlour/core/files';
import { routes, type AnswerOf } from '@parlour/contract';
import { computed, onBeforeUnmount, ref, shallowRef } from 'vue';
import { attempt, call } from './api';

export type Import = AnswerOf<typeof routes.getImport>;

const LOOK_EVERY_MS = 300;

export function useImport() {
  const job = shallowRef<Import | null>(null);
  /** How many bytes of the file are sent, and how many it has; null while none is. */
  const sending = ref<{ readonly done: number; readonly all: number } | null>(null);
  /** The columns of its heads as they are said to be; null leaves one out. */
  const columns = ref<Record<string, string | null>>({});
  const isUnderWay = computed(() => job.value?.state === 'waiting' || job.value?.state === 'running');
  let isLeft = false;
  onBeforeUnmount(() => (isLeft = true));

  async function send(kind: FileKind, file: File): Promise<void> {
    job.value = null;
    await attempt(async () => {
      const begun = await call(routes.beginImport, { body: { kind, format: formatOf(file), name: file.name } });
      const params = { import: String(begun.id) };
      let sent: Import = begun;
      for (let at = 0, number = 0; at < file.size && !isLeft; at += PART_BYTES, number++) {
        sending.value = { done: at, all: file.size };
        const body = new Uint8Array(await file.slice(at, at + PART_BYTES).arrayBuffer());
        sent = await call(routes.sendImportPart, { params, query: { number }, body });
      }
      columns.value = Object.fromEntries(sent.heads.map(({ head, column }) => [head, column]));
      job.value = sent;
    });
    sending.value = null;
  }

  async function start(how: { readonly dryRun: boolean; readonly skipBad: boolean }): Promise<void> {
    const id = job.value?.id;
    if (id === undefined) return;
    const params = { import: String(id) };
    await attempt(async () => {
      job.value = await call(routes.startImport, { params, body: { columns: columns.value, ...how } });
      await watch(params);
    });
  }
  /** Looks at one that others began, or that went on while nobody was here. */
  async function open(id: number): Promise<void> {
    const params = { import: String(id) };
    await attempt(async () => {
      job.value = await call(routes.getImport, { params });
      columns.value = Object.fromEntries(job.value.heads.map(({ head, column }) => [head, column]));
      await watch(params);
    });
  }
  async function watch(params: { readonly import: string }): Promise<void> {
    while (isUnderWay.value && !isLeft) {
      await new Promise((go) => setTimeout(go, LOOK_EVERY_MS));
      const now = await call(routes.getImport, { params });
      if (String(job.value?.id) !== params.import) return;
      job.value = now;
    }
  }
  async function stop(): Promise<void> {
    const id = job.value?.id;
    if (id !== undefined) await attempt(() => call(routes.stopImport, { params: { import: String(id) }, body: {} }));
  }
  const put = (): void => void (job.value = null);

  return { job, sending, columns, isUnderWay, send, start, open, stop, put };
}

/** @throws Problem for a file whose name does not end as it should */
function formatOf({ name }: File): FileFormat {
  const found = FILE_FORMATS.find((format) => name.toLowerCase().endsWith(`.${format}`));
  if (found) return found;
  throw new Problem('bad-file', `It cannot be seen from “${name}” what the file is.`, {
    remedy: 'Choose a file whose name ends in .csv or .jsonl.',
  });
}
