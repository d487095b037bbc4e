/** What of a published state shoppers see now: content pages can be held back, or come at a time. */
import type { ContentDocument, Document, DocumentKey } from './document.js';

export interface VisibleState {
  readonly state: ReadonlyMap<DocumentKey, Document>;
  /** The next instant at which there is more to see; null if there is none. */
  readonly until: string | null;
}

/**
 * The state without the content pages that are held back. The same object if none is.
 * @param now an instant in normal form
 */
export function visibleState(whole: ReadonlyMap<DocumentKey, Document>, now: string): VisibleState {
  const hidden = new Set<DocumentKey>();
  let until: string | null = null;
  for (const [key, document] of whole) {
    if (document.type !== 'content') continue;
    const { visible, from = '' }: ContentDocument = document;
    if (visible !== 'nobody' && from <= now) continue;
    hidden.add(key);
    if (visible !== 'nobody' && (until === null || from < until)) until = from;
  }
  const state = hidden.size ? new Map([...whole].filter(([key]) => !hidden.has(key))) : whole;
  return { state, until };
}
