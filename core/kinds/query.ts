/** The part of a web address behind `?`: read here, and nowhere else. */
import type { PageInfo } from './data.js';
import { pageNumber, PAGE_NAME } from './paging.js';
import { isOneOf } from '../one-of.js';

/** The name of the words that are looked for, on the page of the search results: `?words=red+kite`. */
export const SEARCH_WORDS = 'words';
/** The name of the path that somebody wanted who must sign in first. */
export const BACK_TO = 'to';

/** How the value of each name is read: to the one form it is known in; null if it is as good as not there. */
const READ = {
  [PAGE_NAME](text: string) {
    const page = pageNumber(text);
    return page === 1 ? null : String(page);
  },
  [SEARCH_WORDS]: (text: string) => text,
  [BACK_TO]: (text: string) => text,
} as const satisfies Readonly<Record<string, (text: string) => string | null>>;

/** A name behind `?` that sections may go by. */
export type QueryName = keyof typeof READ;

/** What was sent behind `?`; of a name that stands twice, the first. `URLSearchParams` is one. */
export interface SentQuery {
  get(name: string): string | null;
}
export const NO_QUERY: SentQuery = { get: () => null };

/**
 * The values of those names that a page goes by. The page is made of them and kept under them, so all that means the
 * same is one page.
 */
export function readQuery(names: readonly QueryName[], sent: SentQuery): Readonly<Partial<Record<QueryName, string>>> {
  const found: Partial<Record<QueryName, string>> = {};
  for (const name of names) {
    const text = sent.get(name);
    const value = text === null ? null : READ[name](text);
    if (value !== null) found[name] = value;
  }
  return found;
}

/** What of a kind says by which names it goes. */
interface GoesBy {
  readonly name: string;
  readonly query?: readonly QueryName[];
}

/**
 * A page as a kind may look at it: reading a name that it does not go by fails loudly, as no page is made for what
 * stands behind it. What is looked for belongs to the page of the search results itself.
 */
export function pageSeenBy(kind: GoesBy, page: PageInfo): PageInfo {
  let pages = seen.get(kind);
  if (!pages) seen.set(kind, (pages = new WeakMap()));
  let found = pages.get(page);
  if (!found) pages.set(page, (found = { ...page, query: guarded(kind, page) }));
  return found;
}

const seen = new WeakMap<GoesBy, WeakMap<PageInfo, PageInfo>>();

const guarded = ({ name, query = [] }: GoesBy, page: PageInfo): PageInfo['query'] =>
  new Proxy(page.query, {
    get(values, asked) {
      if (Object.hasOwn(READ, asked)) {
        const isOfPage = asked === SEARCH_WORDS && page.kind === 'search';
        if (!isOfPage && !isOneOf(query, asked))
          throw new Error(`The section kind “${name}” reads “?${String(asked)}=” without declaring it.`);
      }
      // Every value behind `?` is a text.
      return Reflect.get(values, asked) as string | undefined;
    },
  });

/** `?page=2&sort=price`, in the order of the names; nothing if no name has a value. */
export function queryText(values: Readonly<Record<string, string | undefined>>): string {
  let text = '';
  for (const name of Object.keys(values).sort()) {
    const value = values[name];
    if (value === undefined) continue;
    text += `${text === '' ? '?' : '&'}${encodeURIComponent(name)}=${encodeURIComponent(value)}`;
  }
  return text;
}
