/** What a listing is asked for beside its source: an order, what it is narrowed to; and how both stand in a web address. */

/** What products of a listing can be ordered by. */
export const SORT_KEYS = ['by-hand', 'date', 'title', 'price', 'saving', 'rating', 'sold', 'attribute'] as const;
export type SortKey = (typeof SORT_KEYS)[number];

/** An order. Products that have nothing to be ordered by come last, whichever way it goes. */
export interface Sort {
  readonly by: SortKey;
  /** The name of the attribute, where it goes by one; else empty. */
  readonly attribute: string;
  /** From the greatest to the least. */
  readonly falling: boolean;
}

/** The order of the source itself: of a collection by hand or by its rule, the newest first, the best match first. */
export const BY_HAND: Sort = { by: 'by-hand', attribute: '', falling: false };

/** The longest name of an attribute, or value, that a web address may hold. */
const LONGEST = 200;
const SORT_TEXT = /^(-?)(by-hand|date|title|price|saving|rating|sold|attribute)(?:\.(.+))?$/su;

/**
 * An order as it stands in a web address; JSON:API writes them like this.
 * @example sortText({ by: 'price', attribute: '', falling: true }) // '-price'
 * @example sortText({ by: 'attribute', attribute: 'skill', falling: false }) // 'attribute.skill'
 */
export const sortText = ({ by, attribute, falling }: Sort): string =>
  `${falling ? '-' : ''}${by}${by === 'attribute' ? `.${attribute}` : ''}`;

/** Reads what `sortText` wrote; null for anything else. */
export function readSort(text: string): Sort | null {
  const [, sign, by, attribute = ''] = SORT_TEXT.exec(text) ?? [];
  if (by === undefined || (by === 'attribute') !== (attribute !== '') || attribute.length > LONGEST) return null;
  // The expression lets nothing else through.
  return { by: by as SortKey, attribute, falling: sign === '-' };
}

/** By which values of products a listing is narrowed: those of one name belong together. */
export const VALUE_FILTERS = ['brand', 'category', 'option', 'attribute'] as const;
export type ValueFilterKey = (typeof VALUE_FILTERS)[number];

/** A group of values: of the brand, the category, one option, or one attribute. */
export interface Facet {
  readonly by: ValueFilterKey;
  /** Of the option or the attribute; else empty. */
  readonly name: string;
}

/** One thing that a listing is narrowed to. Of one group any value will do; of several groups all must hold. */
export type Filter =
  /** One value; of brands their code. */
  | (Facet & { readonly value: string })
  /** What can be bought. */
  | { readonly by: 'available' }
  /** At least so many stars on average. */
  | { readonly by: 'rating'; readonly least: number }
  /** What costs at least, at most so much, in whole units of the store's currency; null for no bound. */
  | { readonly by: 'price'; readonly from: number | null; readonly to: number | null };

/** Those that stand under `filter` in a web address: all but prices, which have names of their own. */
export type NamedFilter = Exclude<Filter, { readonly by: 'price' }>;

const RATING = /^rating:([1-5])$/;
const VALUE = /^(?:(brand|category)|(option|attribute):([^:]+)):(.+)$/su;

/**
 * What stands behind `filter=` in a web address. The name of an option is written as in a web address, as it may hold a colon.
 * @example filterText({ by: 'option', name: 'Colour', value: 'Red' }) // 'option:Colour:Red'
 */
export function filterText(filter: NamedFilter): string {
  switch (filter.by) {
    case 'available':
      return 'available';
    case 'rating':
      return `rating:${filter.least}`;
    case 'brand':
    case 'category':
      return `${filter.by}:${filter.value}`;
    case 'option':
    case 'attribute':
      return `${filter.by}:${encodeURIComponent(filter.name)}:${filter.value}`;
  }
}

/** Reads what `filterText` wrote; null for anything else. */
export function readFilter(text: string): NamedFilter | null {
  if (text.length > 2 * LONGEST) return null;
  if (text === 'available') return { by: 'available' };
  const [, least] = RATING.exec(text) ?? [];
  if (least !== undefined) return { by: 'rating', least: Number(least) };
  const [, alone, named, name = '', value = ''] = VALUE.exec(text) ?? [];
  // The expression lets nothing else through.
  const by = (alone ?? named) as ValueFilterKey | undefined;
  if (by === undefined) return null;
  try {
    return { by, name: decodeURIComponent(name), value };
  } catch {
    return null;
  }
}

/** The same text for the same filter, prices too. */
export const filterKey = (filter: Filter): string =>
  filter.by === 'price' ? `price:${filter.from ?? ''}-${filter.to ?? ''}` : filterText(filter);

/** A value of a group, and how many products of the listing have it, were nothing of its own group chosen. */
export interface FacetValue {
  readonly value: string;
  /** As shoppers read it. */
  readonly label: string;
  readonly count: number;
}

/** What a listing can be narrowed to from here; counts follow what is chosen in the other groups. */
export interface FacetCounts {
  readonly groups: readonly (Facet & { readonly values: readonly FacetValue[] })[];
  readonly available: number;
  /** How many have at least 1, 2, 3, 4, 5 stars. */
  readonly rated: readonly number[];
  /** The least and the greatest price, in minor units; null where there is none. */
  readonly price: { readonly least: number; readonly most: number } | null;
}

/** What can be chosen to narrow a listing. */
export type FilterOffer = Facet | { readonly by: 'available' | 'rating' | 'price' };

/** What the sections of a page offer for its listing. */
export interface Offers {
  readonly sorts: readonly Sort[];
  /** `all` for whatever its products have; null for nothing. */
  readonly filters: readonly FilterOffer[] | 'all' | null;
  /** Whether shoppers may switch between grid and list. */
  readonly views: boolean;
}
export const NO_OFFERS: Offers = { sorts: [], filters: null, views: false };

export const joinedOffers = (all: readonly Partial<Offers>[]): Offers => ({
  sorts: all.flatMap(({ sorts = [] }) => sorts),
  filters: all.reduce<Offers['filters']>(
    (before, { filters = null }) =>
      before === 'all' || filters === 'all' ? 'all' : before === null ? filters : [...before, ...(filters ?? [])],
    null,
  ),
  views: all.some(({ views }) => views),
});

/** Whether something can be chosen that is offered. */
export const isOffered = (offers: Offers['filters'], filter: Filter): boolean =>
  offers === 'all' ||
  (offers ?? []).some(
    (offer) => offer.by === filter.by && (!('name' in offer) || ('name' in filter && offer.name === filter.name)),
  );

/** A listing stands in rows of cards, or one under another. */
export const VIEWS = ['grid', 'list'] as const;
export type ListingView = (typeof VIEWS)[number];

/** What a shopper has chosen of what the page offers. */
export interface Narrowing {
  /** Null for the order that the listing has by itself. */
  readonly sort: Sort | null;
  readonly filters: readonly Filter[];
  readonly view: ListingView | null;
  readonly offers: Offers;
}
export const NOT_NARROWED: Narrowing = { sort: null, filters: [], view: null, offers: NO_OFFERS };

/** So many values narrow a listing at once at most. */
const MOST_FILTERS = 40;

/** Filters in the one form in which they stand in a web address: each once, in order; what cannot be read is left out. */
export const readFilters = (texts: readonly string[]): string[] =>
  [
    ...new Set(
      texts.flatMap((text) => {
        const filter = readFilter(text);
        return filter ? [filterText(filter)] : [];
      }),
    ),
  ]
    .sort()
    .slice(0, MOST_FILTERS);
