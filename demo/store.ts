/** What a demo store is made of: plain data, which the service writes into an empty database. */
import type { ReviewState, Specification, Texts } from '@parlour/core/catalogue';
import type { DeliveryMethod, StoreDetails } from '@parlour/core/commerce';
import type { WholeState } from '@parlour/core/documents';

export interface DemoVariant {
  readonly code: string;
  readonly options: Readonly<Record<string, string>>;
  /** Minor units. */
  readonly price: number;
  readonly wasPrice: number | null;
  readonly stock: number;
  /** Packed, in grams. */
  readonly weight?: number;
}

export interface DemoProduct {
  readonly code: string;
  readonly slug: string;
  readonly title: string;
  /** The title of its brand. */
  readonly brand: string;
  readonly category: string;
  readonly keywords: readonly string[];
  /** Own attributes by name. */
  readonly attributes: Readonly<Record<string, string | number | boolean>>;
  readonly summary: string;
  readonly description: string;
  readonly specifications?: readonly Specification[];
  /** The codes of products. */
  readonly goesWith?: readonly string[];
  readonly texts?: Texts;
  readonly options: readonly { readonly name: string; readonly values: readonly string[] }[];
  readonly variants: readonly DemoVariant[];
  readonly pictures: readonly { readonly file: string; readonly alt: string }[];
  readonly added: string;
}

export interface DemoBrand {
  readonly code: string;
  readonly slug: string;
  readonly title: string;
  readonly description: string;
  readonly texts?: Texts;
}

export interface DemoCollection {
  readonly code: string;
  readonly slug: string;
  readonly title: string;
  readonly description: string;
  readonly texts?: Texts;
  /** The codes of its products, in their order; none where a rule fills it. */
  readonly products: readonly string[];
  readonly when?: string;
  /** The code of the collection above it. */
  readonly parent?: string;
  readonly picture?: { readonly file: string; readonly alt: string };
}

export interface DemoReview {
  readonly code: string;
  /** The code of its product. */
  readonly product: string;
  readonly rating: number;
  readonly title: string;
  readonly text: string;
  readonly name: string;
  /** A day. */
  readonly written: string;
  readonly language?: string;
  readonly state?: ReviewState;
}

export interface DemoMessage {
  readonly name: string;
  readonly email: string;
  readonly subject: string;
  readonly text: string;
  readonly page: string;
}

export interface DemoStore {
  readonly slug: string;
  /** Who owns it; all demo owners have the same password. */
  readonly owner: { readonly email: string; readonly name: string };
  readonly name: string;
  readonly currency: string;
  readonly locale: string;
  /** Further languages. */
  readonly languages: readonly string[];
  readonly timeZone: string;
  readonly country: string;
  readonly details: StoreDetails;
  /** The delivery methods, with a flat price for each country. */
  readonly delivery: readonly DeliveryMethod[];
  /** What shoppers wrote, oldest first. */
  readonly messages?: readonly DemoMessage[];
  /** Email addresses left for news, oldest first. */
  readonly signUps?: readonly string[];
  readonly pictures: readonly { readonly name: string; readonly bytes: Uint8Array }[];
  readonly products: readonly DemoProduct[];
  readonly brands: readonly DemoBrand[];
  readonly collections: readonly DemoCollection[];
  readonly reviews?: readonly DemoReview[];
  /** The documents of the first design. @param hashOf the hash of a picture by its file name */
  design(hashOf: (file: string) => string): WholeState;
}
