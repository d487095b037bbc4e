/** Brands and collections, as their keepers write them; and what is wanted of a thing of the catalogue. */

import type { ProductPicture } from './product.js';
import type { Texts, TextsChange } from './texts.js';

export interface Brand {
  readonly code: string;
  readonly slug: string;
  readonly title: string;
  readonly description: string;
  /** In further languages. */
  readonly texts: Texts;
}
/** What changes of a brand; what is absent stays. */
export interface BrandChange extends Partial<Omit<Brand, 'code' | 'slug' | 'texts'>> {
  /** Merged by language and field. */
  readonly texts?: TextsChange | undefined;
}

export interface Collection extends Brand {
  /** The code of the collection that it is in. */
  readonly parent: string | null;
  /** Its place among the others: less comes first. */
  readonly position: number;
  /** A picture of the library; without one that of its first product is shown. */
  readonly picture: ProductPicture | null;
  /** The rule by which products are in it, as people write it; null where they are chosen by hand. */
  readonly when: string | null;
}
/** How many products of a collection are counted; more are “over” so many. */
export const MOST_COUNTED = 10_000;
/** @param products as a list of collections says: one more than are counted where there are more */
export const productCountText = (products: number): string =>
  products > MOST_COUNTED ? `over ${MOST_COUNTED.toLocaleString('en')}` : String(products);

/** What changes of a collection; what is absent stays. */
export interface CollectionChange extends Partial<Omit<Collection, 'code' | 'slug' | 'texts'>> {
  /** Merged by language and field. */
  readonly texts?: TextsChange | undefined;
  /** The codes of its products, in their order: all of them. */
  readonly members?: readonly string[] | undefined;
  /** Codes of products that come in, at the end; and of those that go. */
  readonly add?: readonly string[] | undefined;
  readonly remove?: readonly string[] | undefined;
}

/** What is wanted of one thing: that it is there, new or not, with these values; or that it is gone. */
export type Wanted<C> =
  | {
      readonly code: string;
      readonly is: 'new' | 'there' | 'either';
      /** Where its page is; if absent, one that is there stays where it is, and a new one is where its title says. */
      readonly slug?: string | undefined;
      readonly change: C;
    }
  | { readonly code: string; readonly is: 'gone' };
