/** Store pages: everything a shopper can visit, written `kind:code`, or only the kind where there is one such page. */
import { Problem } from '../problem.js';
import { keysOf } from '../sure.js';

interface PageKindAbout {
  readonly name: string;
  readonly sentence: string;
  /** What its pages are about, or null for a kind with a single page. */
  readonly subject: 'product' | 'collection' | 'brand' | 'content' | null;
  /** The areas of its templates, in page order. */
  readonly areas: readonly string[];
  /** What its pages cannot work without, by name, as a sentence says it; section kinds say what they serve. */
  readonly needs?: Readonly<Record<string, string>>;
}

const SIDE = ['main', 'side'];

/** The page kinds. A kind with subjects has one page for each of them. */
export const PAGE_KINDS = {
  home: { name: 'Home', sentence: 'The front page of the store.', subject: null, areas: SIDE },
  product: {
    name: 'Product',
    sentence: 'One product, with its options and its price.',
    subject: 'product',
    areas: SIDE,
  },
  collection: { name: 'Collection', sentence: 'The products of one collection.', subject: 'collection', areas: SIDE },
  'all-collections': {
    name: 'All collections',
    sentence: 'The collections of the store.',
    subject: null,
    areas: SIDE,
  },
  brand: { name: 'Brand', sentence: 'One brand and its products.', subject: 'brand', areas: SIDE },
  cart: {
    name: 'Cart',
    sentence: 'What the shopper is about to buy.',
    subject: null,
    areas: SIDE,
    needs: { lines: 'what is in the cart', checkout: 'the way to the checkout' },
  },
  checkout: {
    name: 'Checkout',
    sentence: 'Address, delivery, payment and the order button.',
    subject: null,
    areas: ['main', 'beside'],
    needs: {
      buyer: 'the email address and name of the buyer',
      address: 'the delivery address',
      delivery: 'the choice of a delivery method',
      payment: 'the choice of a payment method',
      sums: 'what the order comes to',
      order: 'the order button',
    },
  },
  'thank-you': {
    name: 'Thank you',
    sentence: 'The order that was just made.',
    subject: null,
    areas: SIDE,
    needs: { order: 'what was ordered' },
  },
  content: { name: 'Content', sentence: 'A page of text, such as about or delivery.', subject: 'content', areas: SIDE },
  search: {
    name: 'Search results',
    sentence: 'The products that a search finds.',
    subject: null,
    areas: SIDE,
    needs: { products: 'the products that were found' },
  },
  'sign-in': {
    name: 'Sign in',
    sentence: 'Where shoppers sign in.',
    subject: null,
    areas: SIDE,
    needs: { form: 'the form to sign in with' },
  },
  account: { name: 'Account', sentence: 'A shopper’s own orders and details.', subject: null, areas: SIDE },
  'not-found': { name: 'Not found', sentence: 'Shown where there is no page at a path.', subject: null, areas: SIDE },
} as const satisfies Record<string, PageKindAbout>;

/** The kind of a store page, a key of `PAGE_KINDS`. */
export type PageKind = keyof typeof PAGE_KINDS;
/** What a page can be about. */
export type SubjectKind = 'product' | 'collection' | 'brand' | 'content';

/** A store page by kind and code, such as `product:K-014` or `home`. Codes never change; paths may. */
export type PageCode = string;

/** The code, and the last part of the path, of what stands in for a product and the like while a store has none. */
export const STAND_IN = 'stand-in';

/** A store page taken apart. */
export interface PageRef {
  readonly kind: PageKind;
  /** The code of the subject; null for kinds that have a single page. */
  readonly code: string | null;
}

/** Kinds of a single page that have a title of their own: all but home, which is titled by the store. */
export type SinglePageKind = Exclude<PageKind, SubjectKind | 'home'>;
export const isSinglePage = (kind: PageKind): kind is SinglePageKind =>
  kind !== 'home' && PAGE_KINDS[kind].subject === null;

/** Pages that are of one shopper alone: never kept, never found by search engines. */
const OWN: ReadonlySet<string> = new Set<PageKind>(['cart', 'checkout', 'thank-you', 'account', 'sign-in']);
export const isOwnPage = (kind: PageKind): boolean => OWN.has(kind);

export const isPageKind = (value: unknown): value is PageKind =>
  typeof value === 'string' && Object.hasOwn(PAGE_KINDS, value);

/** What pages of a kind cannot work without, by name. */
export function needsOf(kind: PageKind): Readonly<Record<string, string>> {
  const about: PageKindAbout = PAGE_KINDS[kind];
  return about.needs ?? {};
}

/** All page kinds, in their order in lists. */
export const pageKinds = (): PageKind[] => keysOf(PAGE_KINDS);

/** A kind in a sentence: `product` pages, `all collections` page. */
export const kindInWords = (kind: PageKind): string => PAGE_KINDS[kind].name.toLowerCase();

/** The page code of a page: the inverse of `parsePage`. */
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

/** What a list of pages can be sorted by; `page-kind` is its order where nothing is said. */
export const PAGE_SORTS = ['page-kind', 'title', 'page', 'template', 'reason'] as const;
export type PageSort = (typeof PAGE_SORTS)[number];
