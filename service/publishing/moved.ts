/** Content pages that go live at another path leave a redirect where they were. */
import { closedState, movedPages, replay, type DraftDocument, type Redirect } from '@parlour/core/design';
import { codeOf, keys, type DesignState, type DocumentKey } from '@parlour/core/documents';
import { overLive, type PublishedState } from '../records/states.js';

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
  if (!mayMove(next.keys())) return { next, redirects: [] };
  const after = overLive(live, next);
  const { redirects, edits } = movedPages(live, closedState(after), contentIn(next.keys()));
  if (edits.length === 0) return { next, redirects };
  return { next: new Map([...next, [keys.paths, replay(edits, after).get(keys.paths) ?? undefined]]), redirects };
}

/** The redirects that it would take to go from one state to another. @param changed the documents that differ */
export const redirectsBetween = (
  before: DesignState,
  after: DesignState,
  changed: ReadonlySet<DocumentKey>,
): Redirect[] => (mayMove(changed) ? [...movedPages(before, after, contentIn(changed)).redirects] : []);

/** Most of what goes live moves no page, and then none is looked at. */
const mayMove = (changed: Iterable<DocumentKey>): boolean =>
  [...changed].some((key) => key === keys.paths || key.startsWith('content/'));
const contentIn = (changed: Iterable<DocumentKey>): string[] =>
  [...changed].filter((key) => key.startsWith('content/')).map(codeOf);
