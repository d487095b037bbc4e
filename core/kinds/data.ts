/** What pages are about and show: products, collections, pictures, as the service hands them over. */
import type { ProductStatus, Specification } from '../catalogue/product.js';
import type { Texts, ThingTexts, Translated } from '../catalogue/texts.js';
import type { PageCode, PageKind } from '../pages/page.js';
import type { Narrowing } from './listing.js';
import type { ListingNeed } from './needs.js';
import type { ContentDocument } from '../documents/document.js';
import type { StoreDetails } from '../commerce/store-details.js';
import type { CardSettings } from '../look/card-settings.js';
import type { PictureInfo } from '../pictures.js';
import type { QueryName } from './query.js';

export type { PictureInfo };

/** What is shown in the language of the page, as far as somebody has said it in that language. */
export interface Spoken {
  /** The texts that are in the language of the page; none on pages in the leading one. */
  readonly translated?: Translated;
}

/** What a page is about, with its texts in further languages. */
export interface SpokenSubject extends Spoken {
  readonly texts?: Texts;
}

export interface ProductCard extends Spoken {
  /** Whether the title of its brand is in the language of the page. */
  readonly brandTranslated?: boolean;
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
  /** What only some cards show; absent where nobody asked. */
  readonly more?: CardMore;
}

export interface CardMore {
  readonly second: PictureInfo | null;
  readonly summary: string;
  /** In hundredths of a star; null without reviews. */
  readonly rating: number | null;
  readonly reviews: number;
  /** When it was added, in ISO form. */
  readonly since: string;
  /** The options of its variant, if it has a single one. */
  readonly single: Readonly<Record<string, string>> | null;
  /** What it has in the attribute that was asked for; empty if nothing. */
  readonly attribute: string;
  /** Of these, those that are in the language of the page. */
  readonly spoken: readonly ('summary' | 'attribute')[];
}

export interface Variant {
  readonly code: string;
  /** Option name -> chosen value. */
  readonly options: Readonly<Record<string, string>>;
  readonly price: number;
  readonly wasPrice: number | null;
  /** How many there are; null if nobody counts. */
  readonly stock: number | null;
  /** Those of the product's pictures that show it, by hash; none if all do. */
  readonly pictures?: readonly string[];
}

export interface Product extends SpokenSubject {
  /** Only previews show what is not for sale. */
  readonly status: ProductStatus;
  /** The instants from which and until which shoppers see it, in ISO form; null for always. */
  readonly visibleFrom: string | null;
  readonly visibleUntil: string | null;
  readonly code: string;
  readonly slug: string;
  readonly title: string;
  readonly brand: string;
  readonly brandCode: string | null;
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
  readonly specifications?: readonly Specification[];
  /** The codes of products that go with it. */
  readonly goesWith?: readonly string[];
  /** Single words of it, such as values of options, in the language of the page. */
  readonly words?: ThingTexts['words'];
  readonly options: readonly { readonly name: string; readonly values: readonly string[] }[];
  readonly variants: readonly Variant[];
  readonly pictures: readonly PictureInfo[];
}

export interface Collection extends SpokenSubject {
  /** Codes of the collections above it, nearest first. */
  readonly parents: readonly string[];
  /** One of its own; null if it has none. */
  readonly picture?: PictureInfo | null;
  readonly code: string;
  readonly slug: string;
  readonly title: string;
  readonly description: string;
}

/** A collection as it stands among others. */
export interface CollectionCard extends Spoken {
  readonly code: string;
  readonly path: string;
  readonly title: string;
  readonly description: string;
  /** That of its first product that has one. */
  readonly picture: PictureInfo | null;
}

/** What is shown of one content page on another. */
export interface ContentText {
  readonly title: string;
  readonly path: string;
  readonly text: string;
}

/** A content page as it stands among others. */
export interface ContentCard extends Omit<ContentText, 'text'> {
  /** Its page code. */
  readonly code: PageCode;
  readonly description: string;
  readonly date: string;
  readonly author: string;
  readonly picture: PictureInfo | null;
}

/** A line of a directory. */
export interface DirectoryLine extends Spoken {
  readonly title: string;
  readonly path: string;
  /** Its page code; empty for what has no page of its own, such as a category. */
  readonly page: string;
  /** The page code of what it is in. */
  readonly parent: string | null;
}

export interface Brand extends SpokenSubject {
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
  /** The part of the web address behind `?`, as far as some section of the page asks for it. */
  readonly query: Readonly<Partial<Record<QueryName, string>>>;
  /** The listing of the page: what its first section that is one asks for. */
  readonly listing: ListingNeed | null;
  /** What was chosen of its order, its filters and its view; absent if nothing is offered. */
  readonly narrowing?: Narrowing;
  /** What the look says of cards here; absent where no look is known. */
  readonly cards?: CardSettings;
}

export interface StoreInfo {
  readonly name: string;
  readonly currency: string;
  /** BCP 47 tag of the leading language. */
  readonly locale: string;
  /** ISO 3166-1 code of the home country. */
  readonly country: string;
  readonly details: StoreDetails;
}
