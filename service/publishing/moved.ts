/** Content pages that go live at another path leave a redirect where they were. */
import {
  closedState,
  codeOf,
  keys,
  movedPages,
  replay,
  type DocumentKey,
  type DraftDocument,
  type Redirect,
} from '@parlour/core';
import { overLive, type PublishedState } from './states.js';

export interface WithRedirects {
  /** What differs from live, with the paths as they must be. */
  readonly next: ReadonlyMap<DocumentKey, DraftDocument | undefined>;
  readonly redirects: readonly Redirect[];
}

/**
 * Adds to what is about to go live that old paths lead to new ones.
 * @param next the documents that differ from live then
 */
export function withRedirects(
  live: PublishedState,
  next: ReadonlyMap<DocumentKey, DraftDocument | undefined>,
): WithRedirects {
  // Most of what goes live moves no page, and then none is looked at.
  if (![...next.keys()].some((key) => key === keys.paths || key.startsWith('content/'))) return { next, redirects: [] };
  const after = overLive(live, next);
  const changed = [...next.keys()].filter((key) => key.startsWith('content/')).map(codeOf);
  const { redirects, edits } = movedPages(live, closedState(after), changed);
  if (edits.length === 0) return { next, redirects };
  return { next: new Map([...next, [keys.paths, replay(edits, after).get(keys.paths) ?? undefined]]), redirects };
}
