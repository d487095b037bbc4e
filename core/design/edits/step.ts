/** What every edit type offers. One file beside this for each. */
import type { KindDescriptions } from '../../kinds/kind.js';
import type { Telling } from '../../fields/telling.js';
import type { Draft, DraftDocument } from '../draft.js';
import type { Edit } from './edit.js';

/** @typeParam E the recorded edit: exact, complete, invertible, in JSON */
export interface EditType<E> {
  /**
   * The changed document, or null if the edit removes it. Throws a Problem if a precondition does not hold.
   * @param kinds null when a recorded edit is read back: it was checked by the kinds of its time, and a kind that has
   * changed or gone since must not lock the draft
   */
  apply(edit: E, draft: Draft, kinds: KindDescriptions | null): DraftDocument | null;
  /** The edit that takes this one back, with preconditions of its own. */
  invert(edit: E): Edit;
  /**
   * One sentence for people.
   * @param draft the draft the edit was, or is about to be, applied to
   */
  describe(edit: E, draft: Draft, kinds: KindDescriptions, telling: Telling): string;
}
