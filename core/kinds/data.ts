/** The data a page shows: what sections ask for, and what the service answers with. */
import type { PageCode, PageKind } from '../assign/page.js';
import type { ContentDocument } from '../design/document.js';
import type { ProductSource } from '../fields/field.js';

/** A picture in the widths it is kept in. */
export interface PictureInfo {
  /** SHA-256 of the original as uploaded; also its address. */
  readonly hash: string;
  /** Size in pixels. */
  readonly width: number;
  readonly height: number;
  readonly alt: string;
  /** Widths in pixels there are renditions of, rising. */
  readonly widths: readonly number[];
}

export interface ProductCard {
  readonly code: string;
  readonly path: string;
  readonly title: string;
  readonly brand: string;
  /** Lowest price of its variants, in minor units. */
  readonly price: number;
  /** The was-price of that variant, if it is reduced. */
  readonly wasPrice: number | null;
  /** True if variants have different prices. */
  readonly varies: boolean;
  readonly available: boolean;
  readonly picture: PictureInfo | null;
}

export interface Variant {
  readonly code: string;
  /** Option name -> chosen value. */
  readonly options: Readonly<Record<string, string>>;
  readonly price: number;
  readonly wasPrice: number | null;
  readonly stock: number;
}

export interface Product {
  readonly code: string;
  readonly slug: string;
  readonly title: string;
  readonly brand: string;
  readonly category: string;
  readonly keywords: readonly string[];
  /** Own attributes by name. */
  readonly attributes: Readonly<Record<string, string | number | boolean>>;
  /** Codes of the collections it is in. */
  readonly collections: readonly string[];
  /** The day it was first shown, as `2026-11-23`. */
  readonly visibleSince: string;
  readonly summary: string;
  /** Prose. */
  readonly description: string;
  readonly options: readonly { readonly name: string; readonly values: readonly string[] }[];
  readonly variants: readonly Variant[];
  readonly pictures: readonly PictureInfo[];
}

export interface Collection {
  /** Codes of the collections above it, nearest first. */
  readonly parents: readonly string[];
  readonly code: string;
  readonly slug: string;
  readonly title: string;
  readonly description: string;
}

export interface Brand {
  readonly code: string;
  readonly slug: string;
  readonly title: string;
  readonly description: string;
}

/** What a store page is about. */
export type Subject =
  | { readonly product: Product }
  | { readonly collection: Collection }
  | { readonly brand: Brand }
  | { readonly content: ContentDocument }
  | null;

export interface PageInfo {
  readonly code: PageCode;
  readonly kind: PageKind;
  readonly title: string;
  readonly path: string;
  readonly description: string;
  readonly subject: Subject;
}

export interface StoreInfo {
  readonly name: string;
  readonly currency: string;
  /** BCP 47 tag of the leading language. */
  readonly locale: string;
}

/** A shopper's cart, as far as pages show it. */
export interface CartFacts {
  readonly lines: readonly {
    readonly product: string;
    readonly variant: string;
    readonly title: string;
    readonly options: string;
    readonly quantity: number;
  }[];
  /** The last attempt to buy, if it did not work. */
  readonly refused?: RefusedPurchase;
}

/** What a shopper tried to buy, so that nothing of it has to be chosen again. */
export interface RefusedPurchase {
  /** Why it did not work, in words. */
  readonly reason: string;
  /** The id of the section it was tried in. */
  readonly section: string;
  /** Option name -> chosen value. */
  readonly options: Readonly<Record<string, string>>;
  /** As it was written. */
  readonly quantity: string;
}

export interface Facts {
  readonly cart: CartFacts;
}

export const NO_FACTS: Facts = { cart: { lines: [] } };

/** What a section asks for. The same need asked for twice is fetched once. */
export type Need =
  | { readonly type: 'products'; readonly source: ProductSource; readonly limit: number }
  | { readonly type: 'picture'; readonly hash: string }
  | { readonly type: 'path'; readonly page: PageCode };

export const needKey = (need: Need): string => {
  switch (need.type) {
    case 'products':
      return `products ${need.limit} ${Object.values(need.source).join(' ')}`;
    case 'picture':
      return `picture ${need.hash}`;
    case 'path':
      return `path ${need.page}`;
  }
};

/** Answers to needs, by `needKey`. What does not exist (any more) is absent from pictures and paths. */
export interface PageData {
  readonly products: ReadonlyMap<string, readonly ProductCard[]>;
  readonly pictures: ReadonlyMap<string, PictureInfo>;
  readonly paths: ReadonlyMap<string, string>;
}

export const NO_DATA: PageData = { products: new Map(), pictures: new Map(), paths: new Map() };
