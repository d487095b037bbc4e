/** Store pages: everything a shopper can visit, written `kind:code`, or only the kind where there is one such page. */
import { Problem } from '../problem.js';

/** The page kinds, each with the sentence that explains it. A kind with subjects has one page per subject. */
export const PAGE_KINDS = {
  home: { name: 'Home', sentence: 'The first page of the store.', subject: null },
  product: { name: 'Product', sentence: 'One product, with its options and its price.', subject: 'product' },
  collection: { name: 'Collection', sentence: 'The products of one collection.', subject: 'collection' },
  'not-found': { name: 'Not found', sentence: 'Shown where nothing lies at a path.', subject: null },
} as const;

export type PageKind = keyof typeof PAGE_KINDS;

/** A store page by kind and code, such as `product:K-014` or `home`. Codes never change; paths may. */
export type PageCode = string;

export interface PageRef {
  readonly kind: PageKind;
  /** The code of the subject; null for kinds that have a single page. */
  readonly code: string | null;
}

export const isPageKind = (text: string): text is PageKind => Object.hasOwn(PAGE_KINDS, text);

export const pageKinds = (): PageKind[] => Object.keys(PAGE_KINDS) as PageKind[];

export const pageCode = (page: PageRef): PageCode => (page.code === null ? page.kind : `${page.kind}:${page.code}`);

/**
 * Reads a page code.
 * @throws Problem `no-such-page-kind` or `bad-page-code`
 */
export function parsePage(text: PageCode): PageRef {
  const colon = text.indexOf(':');
  const kind = colon < 0 ? text : text.slice(0, colon);
  if (!isPageKind(kind)) {
    throw new Problem('no-such-page-kind', `There is no page kind “${kind}”.`, {
      place: 'page',
      remedy: `Use one of: ${pageKinds().join(', ')}.`,
    });
  }
  const code = colon < 0 ? null : text.slice(colon + 1);
  if ((PAGE_KINDS[kind].subject === null) !== (code === null) || code === '') {
    const wanted = PAGE_KINDS[kind].subject === null ? kind : `${kind}:CODE`;
    throw new Problem('bad-page-code', `“${text}” does not name a page.`, {
      place: 'page',
      remedy: `Write it as ${wanted}.`,
    });
  }
  return { kind, code };
}
