/** What of a published state shoppers see now: content pages can be held back, come at a time, or be for some alone. */
import type { ContentDocument, Document, DocumentKey } from './document.js';

type State = ReadonlyMap<DocumentKey, Document>;

export interface VisibleState {
  /** What everybody sees: of pages for signed-in shoppers there is the title, and where they are. */
  readonly state: State;
  /** What shoppers see who have signed in; the same object if that is no more. */
  readonly signedIn: State;
  /** The next instant at which there is more to see; null if there is none. */
  readonly until: string | null;
}

/**
 * The state without the content pages that are held back. The same object if none is.
 * @param now an instant in normal form
 */
export function visibleState(whole: State, now: string): VisibleState {
  const hidden = new Set<DocumentKey>();
  const stubs = new Map<DocumentKey, ContentDocument>();
  let until: string | null = null;
  for (const [key, document] of whole) {
    if (document.type !== 'content') continue;
    const { visible, from = '' }: ContentDocument = document;
    if (visible === 'signed-in') stubs.set(key, stubOf(document));
    if (visible !== 'nobody' && from <= now) continue;
    hidden.add(key);
    if (visible !== 'nobody' && (until === null || from < until)) until = from;
  }
  const signedIn = hidden.size ? new Map([...whole].filter(([key]) => !hidden.has(key))) : whole;
  const state = stubs.size
    ? new Map([...signedIn].map(([key, document]) => [key, stubs.get(key) ?? document]))
    : signedIn;
  return { state, signedIn, until };
}

/** Of a page for signed-in shoppers only what menus and lists need to lead there, in every language. */
function stubOf({
  format,
  type,
  title,
  slug,
  visible,
  parent,
  parentLinked,
  labels,
  date,
  ...rest
}: ContentDocument): ContentDocument {
  const titles = Object.entries(rest).filter(([name]) => name.startsWith('title@'));
  return Object.fromEntries(
    Object.entries({
      format,
      type,
      title,
      slug,
      visible,
      parent,
      parentLinked,
      labels,
      date,
      ...Object.fromEntries(titles),
    }).filter(([, value]) => value !== undefined),
  ) as unknown as ContentDocument;
}
