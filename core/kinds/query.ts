/** The part of a web address behind `?`: read here, and nowhere else. */
import type { PageInfo } from './data.js';
import { pageNumber, PAGE_NAME } from './paging.js';
import { isOneOf } from '../one-of.js';
import { readFilters, readSort, sortText, VIEWS } from './listing.js';

/** The name of the words that are looked for, on the page of the search results: `?words=red+kite`. */
export const SEARCH_WORDS = 'words';
/** The name of the path that somebody wanted who must sign in first. */
export const BACK_TO = 'to';

/** The order of a listing; what it is narrowed to, once for each value; prices in whole units; as a grid or a list. */
export const SORT_NAME = 'sort';
export const FILTER_NAME = 'filter';
export const PRICE_FROM = 'price-from';
export const PRICE_TO = 'price-to';
export const VIEW_NAME = 'view';
/** What is between the values of a name that may stand several times. */
export const SEVERAL = '\n';

/** A price as it is typed: in whole units, with up to three decimals. */
function price(text: string): string | null {
  const number = /^\d{1,9}(?:[.,]\d{1,3})?$/.test(text.trim()) ? Number(text.trim().replace(',', '.')) : null;
  return number === null ? null : String(number);
}

/** How the value of each name is read: to the one form it is known in; null if it is as good as not there. */
const READ = {
  [PAGE_NAME](text: string) {
    const page = pageNumber(text);
    return page === 1 ? null : String(page);
  },
  [SEARCH_WORDS]: (text: string) => text,
  [BACK_TO]: (text: string) => text,
  [SORT_NAME](text: string) {
    const sort = readSort(text);
    return sort && sortText(sort);
  },
  [FILTER_NAME]: (_first: string, all: readonly string[]) => readFilters(all).join(SEVERAL) || null,
  [PRICE_FROM]: price,
  [PRICE_TO]: price,
  [VIEW_NAME]: (text: string) => (isOneOf(VIEWS, text) ? text : null),
} as const satisfies Readonly<Record<string, (first: string, all: readonly string[]) => string | null>>;

/** A name behind `?` that sections may go by. */
export type QueryName = keyof typeof READ;

/** What was sent behind `?`; of most names that stand twice the first counts. `URLSearchParams` is one. */
export interface SentQuery {
  getAll(name: string): readonly string[];
}
export const NO_QUERY: SentQuery = { getAll: () => [] };

/**
 * The values of those names that a page goes by. The page is made of them and kept under them, so all that means the
 * same is one page.
 */
export function readQuery(names: readonly QueryName[], sent: SentQuery): Readonly<Partial<Record<QueryName, string>>> {
  const found: Partial<Record<QueryName, string>> = {};
  for (const name of names) {
    const all = sent.getAll(name);
    const [first] = all;
    const value = first === undefined ? null : READ[name](first, all);
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

/** The values behind `?` in the order of their names; of what may stand several times, each. */
export const queryPairs = (values: Readonly<Record<string, string | undefined>>): [name: string, value: string][] =>
  Object.keys(values)
    .sort()
    .flatMap((name) => {
      const value = values[name];
      if (value === undefined) return [];
      return (name === FILTER_NAME ? value.split(SEVERAL) : [value]).map((one): [string, string] => [name, one]);
    });

/** `?page=2&sort=price`, in the order of the names; nothing if no name has a value. */
export function queryText(values: Readonly<Record<string, string | undefined>>): string {
  let text = '';
  // A page has an address for each link of its paging: written out, it takes a third of the time.
  for (const name of Object.keys(values).sort()) {
    const value = values[name];
    if (value === undefined) continue;
    for (const one of name === FILTER_NAME ? value.split(SEVERAL) : [value])
      text += `${text === '' ? '?' : '&'}${encodeURIComponent(name)}=${encodeURIComponent(one)}`;
  }
  return text;
}
