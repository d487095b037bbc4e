/** What every edit type offers. One file beside this for each. */
import type { Draft, DraftDocument } from '../draft.js';
import type { KindSet } from '../../sections/kind.js';
import type { Schema } from 'yup';
import type { Edit } from './edit.js';

/** What is handed in from outside so that edits stay deterministic. */
export interface EditTools {
  readonly kinds: KindSet;
  /** A new section id, unique within the design. */
  readonly newId: () => string;
}

/**
 * @typeParam E the recorded edit: complete, invertible, in JSON
 * @typeParam R what people ask for at the door, before it is made exact against the draft
 */
export interface EditType<E, R> {
  /** Strict schema of the request. */
  readonly schema: Schema;
  /** Makes a request exact: finds order keys, gives ids, notes what it replaces. Throws a Problem if it cannot be. */
  resolve(request: R, draft: Draft, tools: EditTools): E;
  /**
   * The changed document, or null if the edit removes it. Throws a Problem if a precondition does not hold.
   * @param kinds null when a recorded edit is read back: it was checked by the kinds of its time, and a kind that has
   * changed or gone since must not lock the draft
   */
  apply(edit: E, draft: Draft, kinds: KindSet | null): DraftDocument | null;
  /** The edit that takes this one back, with preconditions of its own. */
  invert(edit: E): Edit;
  /** One sentence for people. `draft` is the draft the edit was, or is about to be, applied to. */
  describe(edit: E, draft: Draft, kinds: KindSet): string;
}
