/** A product as its keepers write it, with all that hangs on it. */

import type { Texts, TextsChange } from './texts.js';

export type AttributeValue = string | number | boolean;
export type Attributes = Readonly<Record<string, AttributeValue>>;

/** What can be chosen of a product, such as its colour. */
export interface ProductOption {
  readonly name: string;
  readonly values: readonly string[];
}

/** One combination of a product's options. */
export interface Variant {
  /** Unique within its product. */
  readonly code: string;
  /** A value for each option of the product. */
  readonly options: Readonly<Record<string, string>>;
  /** Minor units of the store's leading currency. */
  readonly price: number;
  readonly wasPrice: number | null;
  /** How many there are; null if nobody counts. */
  readonly stock: number | null;
  /** What it weighs packed, in grams; null if nobody has said. */
  readonly weight: number | null;
  /** The code of its tax class; empty for the usual one. */
  readonly taxClass: string;
  /** The number of its goods for customs (Harmonized System), digits only; empty if nobody has said. */
  readonly goodsCode: string;
  /** Those of the product's pictures that show it, by hash; none if all do. */
  readonly pictures: readonly string[];
}

/** A row of what can be measured or counted of a product, such as its weight. */
export interface Specification {
  readonly name: string;
  readonly value: string;
}

export interface ProductPicture {
  /** A picture of the store's library. */
  readonly hash: string;
  /** What it shows, for those who cannot see it. */
  readonly alt: string;
}

/** Shoppers see what is for sale; a draft is not ready yet, and what is withdrawn is sold no more. */
export const PRODUCT_STATUSES = ['for-sale', 'draft', 'withdrawn'] as const;
export type ProductStatus = (typeof PRODUCT_STATUSES)[number];

export interface Product {
  readonly status: ProductStatus;
  readonly code: string;
  readonly slug: string;
  readonly title: string;
  /** The code of its brand. */
  readonly brand: string | null;
  readonly category: string;
  readonly keywords: readonly string[];
  readonly attributes: Attributes;
  readonly summary: string;
  readonly description: string;
  readonly specifications: readonly Specification[];
  /** The codes of products that go with it, in their order. */
  readonly goesWith: readonly string[];
  /** In further languages. */
  readonly texts: Texts;
  /** A day, as `2026-11-23`. */
  readonly visibleSince: string;
  /** The instants from which and until which shoppers see it, in ISO form; null for always. */
  readonly visibleFrom: string | null;
  readonly visibleUntil: string | null;
  readonly options: readonly ProductOption[];
  readonly pictures: readonly ProductPicture[];
  readonly variants: readonly Variant[];
}

/** What changes of a variant; what is absent stays. One that is new needs a price. */
export interface VariantChange extends Partial<Omit<Variant, 'code'>> {
  readonly code: string;
  readonly remove?: boolean | undefined;
}

/**
 * What changes of a product; what is absent stays. Attributes and variants are merged by name and code: an attribute
 * that is null goes, a variant that is not there yet comes last.
 */
export interface ProductChange extends Partial<Omit<Product, 'code' | 'slug' | 'attributes' | 'variants' | 'texts'>> {
  /** Merged by language and field. */
  readonly texts?: TextsChange | undefined;
  readonly attributes?: Readonly<Record<string, AttributeValue | null>> | undefined;
  readonly variants?: readonly VariantChange[] | undefined;
}

/** What a list of products is sorted by; `-title` in reverse. */
export const PRODUCT_SORTS = ['code', 'title', 'created', 'price'] as const;
export type ProductSort = (typeof PRODUCT_SORTS)[number];

/** Whether shoppers can buy what they see. */
export const PRODUCT_STOCKS = ['available', 'sold-out'] as const;
export type ProductStock = (typeof PRODUCT_STOCKS)[number];

/** What may stand in a path for a product, a collection or a brand. */
export const SLUG = /^[a-z0-9]+(?:-[a-z0-9]+)*$/;

export const MOST_VARIANTS = 250;
export const MOST_OPTIONS = 5;
export const MOST_VALUES = 100;
export const MOST_SPECIFICATIONS = 100;
export const MOST_GOING_WITH = 50;
/** What a goods code of the Harmonized System looks like, with the digits that countries add. */
export const GOODS_CODE = /^\d{6,12}$/;

/** Whether shoppers see a product. One without a variant has no price, and is shown nowhere. @param now in ISO form */
export const isVisible = (
  {
    status,
    variants,
    visibleFrom,
    visibleUntil,
  }: Pick<Product, 'status' | 'visibleFrom' | 'visibleUntil'> & { readonly variants: readonly unknown[] },
  now: string,
): boolean =>
  status === 'for-sale' &&
  variants.length > 0 &&
  (visibleFrom === null || visibleFrom <= now) &&
  (visibleUntil === null || now < visibleUntil);
