/** The tags by which pages say what they depend on, and changes say what they touch. Tags count within a store. */
import type { PageCode } from '@parlour/core/pages';

/** What of the products of a list may change while they stay in it. */
export type Aspect = 'title' | 'price' | 'rating' | 'sold' | 'attributes' | 'counts';

export const tags = {
  /** A thing of the catalogue, by the page it has: `product:K-014`. */
  page: (code: PageCode): string => code,
  picture: (hash: string): string => `picture:${hash}`,
  /** Which products a list has, and in which order: `list:newest`, `list:reduced`, `list:collection C-2`, `list:brand B-1`. */
  list: (name: string, code = ''): string => `list:${name}${code === '' ? '' : ` ${code}`}`,
  /** What the products of a list are ordered by, or counted for. @param list its own tag */
  aspect: (list: string, aspect: Aspect): string => `${list} ${aspect}`,
  /** All of the catalogue: what changes more than can be named. */
  catalogue: 'catalogue',
  /** The store itself: what is live, its settings, whether it is open. */
  store: 'store',
} as const;
