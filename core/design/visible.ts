/** What of a published state shoppers see now: content pages can be held back, come at a time, or be for some alone. */
import { type WholeState, stateOf } from '../documents/state.js';
import { codeOf, keys, type ContentDocument, type Document, type DocumentKey } from '../documents/document.js';

type State = WholeState;

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
  const gone = withOwn(hidden);
  const signedIn = hidden.size ? stateOf([...whole].filter(([key]) => !gone.has(key))) : whole;
  const unread = withOwn(stubs.keys());
  const state = stubs.size
    ? stateOf([...signedIn].flatMap(([key, document]) => seen(key, stubs.get(key) ?? document, unread)))
    : signedIn;
  return { state, signedIn, until };
}

/** Pages, and what they have of their own. */
const withOwn = (pages: Iterable<DocumentKey>): Set<DocumentKey> =>
  new Set([...pages].flatMap((key) => [key, keys.own(`content:${codeOf(key)}`)]));

/** A document that everybody sees: of a page that is for some alone its stub, and nothing that it has of its own. */
const seen = (key: DocumentKey, document: Document, unread: ReadonlySet<DocumentKey>): [DocumentKey, Document][] =>
  document.type === 'own' && unread.has(key) ? [] : [[key, document]];

/** What menus and lists need to lead to a page that is for signed-in shoppers; and its titles in further languages. */
const KNOWN_TO_ALL = new Set(['visible', 'parent', 'parentLinked', 'labels', 'date']);
const stubOf = (page: ContentDocument): ContentDocument => ({
  ...Object.fromEntries(Object.entries(page).filter(([name]) => KNOWN_TO_ALL.has(name) || name.startsWith('title@'))),
  format: page.format,
  type: page.type,
  title: page.title,
  slug: page.slug,
});
