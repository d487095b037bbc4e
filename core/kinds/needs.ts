/** What sections ask of the catalogue, and the answers. The service has a resolver for each type. */
import type { PageCode } from '../assign/page.js';
import type { ProductSource } from '../fields/field.js';
import type { PictureInfo, ProductCard } from './data.js';

/** The first products of a source, as cards. */
export interface ProductsNeed {
  readonly type: 'products';
  readonly source: ProductSource;
  readonly limit: number;
}
/** One page of all products of a source. */
export interface ListingNeed {
  readonly type: 'listing';
  readonly source: ProductSource;
  /** How many stand on one page. */
  readonly size: number;
  /** Counted from 1. */
  readonly page: number;
}
/** A picture of the store by its hash. */
export interface PictureNeed {
  readonly type: 'picture';
  readonly hash: string;
}
/** Where a store page is. */
export interface PathNeed {
  readonly type: 'path';
  readonly page: PageCode;
}

/** What a section asks for. The same need asked for twice is answered once. */
export type Need = ProductsNeed | ListingNeed | PictureNeed | PathNeed;

export interface Listing {
  readonly cards: readonly ProductCard[];
  /** How many products there are on all pages together. */
  readonly total: number;
}

/** What comes back for each type of need. */
export interface Answers {
  readonly products: readonly ProductCard[];
  readonly listing: Listing;
  /** Null if there is none (any more). */
  readonly picture: PictureInfo | null;
  readonly path: string | null;
}
export type AnswerTo<N extends Need> = Answers[N['type']];

/** The same text for the same need. */
export function needKey(need: Need): string {
  switch (need.type) {
    case 'products':
      return `products ${need.limit} ${sourceKey(need.source)}`;
    case 'listing':
      return `listing ${need.size} ${need.page} ${sourceKey(need.source)}`;
    case 'picture':
      return `picture ${need.hash}`;
    case 'path':
      return `path ${need.page}`;
  }
}

const sourceKey = (source: ProductSource): string => Object.values(source).join(' ');

/** Answers to the needs of a page. */
export class PageData {
  readonly #answers = new Map<string, Answers[Need['type']]>();

  set<N extends Need>(need: N, answer: AnswerTo<N>): this {
    this.#answers.set(needKey(need), answer);
    return this;
  }

  /** The answer to a need; undefined if it was not asked for. */
  get<N extends Need>(need: N): AnswerTo<N> | undefined {
    return this.#answers.get(needKey(need)) as AnswerTo<N> | undefined;
  }
}
