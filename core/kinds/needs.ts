/** What sections ask of the catalogue, and the answers. The service has a resolver for each type. */
import type { PageCode } from '../pages/page.js';
import type { ProductSource } from '../fields/field.js';
import type {
  CollectionCard,
  ContentCard,
  ContentText,
  DirectoryLine,
  PageInfo,
  PictureInfo,
  ProductCard,
} from './data.js';
import { filterKey, sortText, type FacetCounts, type Filter, type ListingView, type Sort } from './listing.js';
import { SEARCH_WORDS } from './query.js';

/** Where products come from on one page: a source, and the words that are looked for. */
export type NeedSource = ProductSource & { readonly words?: string };

/** A source as the page has it. */
export const sourceOn = (source: ProductSource, { kind, query }: PageInfo): NeedSource =>
  source.from === 'found' ? { ...source, words: kind === 'search' ? (query[SEARCH_WORDS] ?? '') : '' } : source;

/** What cards show besides what all do: the name of an attribute, or an empty text for none; null for nothing at all. */
export type MoreOfCards = string | null;

/** The first products of a source, as cards. */
export interface ProductsNeed {
  readonly type: 'products';
  readonly source: NeedSource;
  readonly limit: number;
  readonly more: MoreOfCards;
}
/** One page of all products of a source. */
export interface ListingNeed {
  readonly type: 'listing';
  readonly source: NeedSource;
  readonly sort: Sort;
  /** The order that it has by itself, and how it is shown then. */
  readonly ownSort: Sort;
  readonly view: ListingView;
  /** What it is narrowed to. */
  readonly filters: readonly Filter[];
  /** Whether it is told, too, how many products have what. */
  readonly counts: boolean;
  /** How many stand on one page. */
  readonly size: number;
  /** Counted from 1. */
  readonly page: number;
  readonly more: MoreOfCards;
}
/** Collections as cards, in order. */
export interface CollectionsNeed {
  readonly type: 'collections';
  /** Their codes; null for all that are inside another, or in none. */
  readonly chosen: readonly string[] | null;
  /** The code of the collection that they are inside, if none are chosen; null for those that are in no other. */
  readonly inside: string | null;
  readonly limit: number;
}
/** The text of a content page. */
export interface ContentNeed {
  readonly type: 'content';
  readonly page: string;
}
/** Content pages that have a label; any label if it is empty. */
export interface PagesNeed {
  readonly type: 'pages';
  readonly label: string;
  readonly order: 'newest' | 'title';
  readonly limit: number;
}
/** All collections, brands or categories of the store. */
export interface DirectoryNeed {
  readonly type: 'directory';
  readonly of: 'collections' | 'brands' | 'categories';
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
export type Need =
  ProductsNeed | ListingNeed | CollectionsNeed | ContentNeed | PagesNeed | DirectoryNeed | PictureNeed | PathNeed;

export interface Listing {
  readonly cards: readonly ProductCard[];
  /** How many products there are on all pages together. */
  readonly total: number;
  /** What it can be narrowed to; null if nobody asked. */
  readonly counts: FacetCounts | null;
}

/** What comes back for each type of need. */
export interface Answers {
  readonly products: readonly ProductCard[];
  readonly listing: Listing;
  /** Those that are there (any more). */
  readonly collections: readonly CollectionCard[];
  /** Null if there is none (any more), or shoppers may not see it. */
  readonly content: ContentText | null;
  readonly pages: readonly ContentCard[];
  readonly directory: readonly DirectoryLine[];
  /** Null if there is none (any more). */
  readonly picture: PictureInfo | null;
  readonly path: string | null;
}
export type AnswerTo<N extends Need> = Answers[N['type']];

/** The same text for the same need. */
export function needKey(need: Need): string {
  switch (need.type) {
    case 'products':
      return `products ${need.limit} ${moreKey(need)} ${sourceKey(need.source)}`;
    case 'listing':
      return `listing ${need.size} ${need.page} ${moreKey(need)} ${sortText(need.sort)} ${need.counts} ${need.filters.map(filterKey).join('\n')} ${sourceKey(need.source)}`;
    case 'collections':
      return `collections ${need.limit} ${need.chosen?.join(' ') ?? `* ${need.inside ?? ''}`}`;
    case 'content':
      return `content ${need.page}`;
    case 'pages':
      return `pages ${need.order} ${need.limit} ${need.label}`;
    case 'directory':
      return `directory ${need.of}`;
    case 'picture':
      return `picture ${need.hash}`;
    case 'path':
      return `path ${need.page}`;
  }
}

const moreKey = ({ more }: { readonly more: MoreOfCards }): string => (more === null ? '-' : `+${more}`);
const sourceKey = (source: NeedSource): string => Object.values(source).join(' ');

/** Answers to the needs of a page. */
export class PageData {
  readonly #answers = new Map<string, Answers[Need['type']]>();

  set<N extends Need>(need: N, answer: AnswerTo<N>): this {
    this.#answers.set(needKey(need), answer);
    return this;
  }

  /** Takes over an answer, if the other has it. */
  copy(need: Need, from: PageData): this {
    const answer = from.get(need);
    return answer === undefined ? this : this.set(need, answer);
  }

  /** The answer to a need; undefined if it was not asked for. */
  get<N extends Need>(need: N): AnswerTo<N> | undefined {
    // What is kept under the key of a need is an answer to it.
    return this.#answers.get(needKey(need)) as AnswerTo<N> | undefined;
  }
}
