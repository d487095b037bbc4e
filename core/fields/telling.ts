/** What sentences need beside the documents they are about: the store's time zone, and the titles of its pages. */
import { isPageKind, kindInWords, type PageCode } from '../pages/page.js';

/** What sentences about a store need to know of it. */
export interface Telling {
  /** The time zone instants are told in, the store’s. */
  readonly zone: string;
  /** The title of a store page; undefined if it is not known. */
  pageTitle(page: PageCode): string | undefined;
}

/** For sentences of which nobody knows the store. */
export const PLAIN: Telling = { zone: 'UTC', pageTitle: () => undefined };

/** A store page inside a sentence: `“Kestrel” (product:K-014)`, or `the cart page` where there is one of a kind. */
export function pageInWords(page: PageCode, telling: Telling): string {
  if (isPageKind(page)) return `the ${kindInWords(page)} page`;
  const title = telling.pageTitle(page);
  return title === undefined ? page : `“${title}” (${page})`;
}

/** The pages that a value names, in links, references and the keys of assignments: those sentences may need titles of. */
export function pagesIn(value: unknown, found = new Set<PageCode>()): Set<PageCode> {
  if (typeof value === 'string') {
    const [, page] = /^(?:pages\.)?([a-z-]+:[A-Za-z0-9][A-Za-z0-9_.-]*)$/.exec(value) ?? [];
    if (page && isPageKind(page.slice(0, page.indexOf(':')))) found.add(page);
  } else if (Array.isArray(value)) for (const one of value) pagesIn(one, found);
  else if (value && typeof value === 'object')
    for (const [key, one] of Object.entries(value)) {
      pagesIn(key, found);
      pagesIn(one, found);
    }
  return found;
}
