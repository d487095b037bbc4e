/** One document of the draft, as a page of the console works on it. */
import type { EditRequest } from '@parlour/core/design';
import type { Document } from '@parlour/core/documents';
import { routes } from '@parlour/contract';
import { computed, ref, watch, type Ref } from 'vue';
import { useAnswer } from './answers';
import { askAnew, attempt, sendUnit } from './api';
import { inTurn } from './edit-queue';

export interface OpenDocument<D extends Document> {
  /** Null until it is there. */
  readonly document: Readonly<Ref<D | null>>;
  /** Moves on whenever pages that show it must be drawn anew. */
  readonly renewals: Ref<number>;
  /**
   * Does edits after those that are under way; false if they were refused, which has been said by then.
   * @param edits or what makes them then, where they depend on the document
   */
  run(edits: readonly EditRequest[] | (() => readonly EditRequest[])): Promise<boolean>;
  /** Sets one field, of the head or of a node, in place of what it was; without a value it goes back to its default. */
  setterOf(field: string, node?: string): (value: unknown, was: unknown) => Promise<boolean>;
}

/** @param key of the document; empty while none is open */
export function useDocument<D extends Document>(key: () => string): OpenDocument<D> {
  const { data, settle } = useAnswer(routes.getDocument, () => ({ query: { key: key() } }), {
    when: () => key() !== '',
    opens: true,
  });
  // The key says of which type it is.
  const document = computed(() => (data.value?.document as D | undefined) ?? null);
  const renewals = ref(0);

  const run = (edits: readonly EditRequest[] | (() => readonly EditRequest[])): Promise<boolean> =>
    inTurn(() => send(typeof edits === 'function' ? edits() : edits));
  async function send(edits: readonly EditRequest[]): Promise<boolean> {
    const before = document.value;
    const done = await attempt(() => sendUnit(edits));
    // A refused edit may mean that somebody else was faster: show what is there now.
    if (done === undefined) askAnew();
    await settle();
    if (document.value === before) renewals.value++;
    return done !== undefined;
  }

  const setterOf = (field: string, node?: string) => (value: unknown, was: unknown) =>
    run([
      {
        type: 'set',
        document: key(),
        field,
        ...(node === undefined ? {} : { node }),
        ...(value === undefined ? {} : { value }),
        ...(was === undefined ? {} : { was }),
      },
    ]);

  // What others set, or an undo, shows at once.
  watch(document, (now, was) => was && now && renewals.value++);

  return { document, renewals, run, setterOf };
}
