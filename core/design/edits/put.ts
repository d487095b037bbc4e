/** Put: a whole document is made or removed. The edit carries what it replaces, so that it can be taken back. */
import { capitalised } from '../../words.js';
import type { DocumentKey } from '../../documents/document.js';
import type { DraftDocument } from '../draft.js';
import { isSame, nameOf, stale } from './common.js';
import type { EditType } from './step.js';
import { sure } from '../../sure.js';

/** A whole document that is made, replaced or removed. */
export interface PutEdit {
  readonly type: 'put';
  readonly document: DocumentKey;
  /** The document from now on; null removes it. */
  readonly value: DraftDocument | null;
  readonly was: DraftDocument | null;
}

/** See `PutEdit`. */
export const put: EditType<PutEdit> = {
  apply({ document: key, value, was }, draft) {
    const now = draft.get(key) ?? null;
    if (!isSame(now, was))
      throw stale(now ? capitalised(nameOf(now)) : `“${key}”`, now ? 'different from what would be replaced' : 'gone');
    return value;
  },
  invert: ({ value, was, ...rest }) => ({ ...rest, value: was, was: value }),
  describe({ value, was }) {
    if (value && was) return `Replaced ${nameOf(was)}.`;
    return value ? `Created ${nameOf(value)}.` : `Removed ${nameOf(sure(was))}.`;
  },
};
