/** What the storefront and its preview have in common: which store, which state of its design, which mode, what time it is. */
import { methodsIn, type Buying, type Shopper, type UnsavedSubject } from '@parlour/core/commerce';
import { patternsOf, keys, type DesignState } from '@parlour/core/documents';
import type { Edition } from '@parlour/core/render';
import type { Config } from '../config.js';
import type { PathSources } from '../records/answers/part.js';
import type { Records } from '../records/database.js';
import type { Store } from '../records/stores.js';
import type { Basket } from './baskets/basket.js';
import type { LiveStore } from '../kept/live-stores.js';
import type { Listings } from '../listings/listings.js';

/** A site without its shopper. */
export interface SiteOfStore {
  readonly db: Records;
  readonly config: Config;
  readonly listings: Listings;
  readonly store: Store;
  readonly state: DesignState;
  /** The store in the language of the page. */
  readonly edition: Edition;
  readonly mode: 'live' | 'preview';
  /** The instant it is on this site: read once, or as the scenario of a preview says. Nothing behind it asks the time. */
  readonly now: Date;
  /** The storefront’s own address, also while previewing. */
  readonly origin: string;
  /** The code of the template that a preview shows its page with; null for the one that the page has. */
  readonly template: string | null;
  /** What a form has not saved yet, which a preview shows; null on storefronts. */
  readonly unsaved: UnsavedSubject | null;
}

export interface Site extends SiteOfStore {
  /** What is live in the store; null in a preview. */
  readonly live: LiveStore | null;
  /** What the shopper is about to buy. */
  readonly basket: Basket;
  /** Who is signed in; null where nobody was asked, since the page is the same for all. */
  readonly shopper: Shopper | null;
}

/** Everything about buying that a site's store has set. */
export const buyingOf = ({ store, edition }: Pick<SiteOfStore, 'store' | 'edition'>): Buying => ({
  currency: store.currency,
  methods: methodsIn(edition.locale.translation, store.delivery),
  country: store.country,
});

/** What paths of a site's pages are made with. */
export const pathSourcesOf = (site: Pick<SiteOfStore, 'store' | 'state' | 'edition' | 'mode'>): PathSources => ({
  seesHidden: site.mode === 'preview',
  storeId: site.store.id,
  patterns: patternsOf(site.state.get(keys.paths)),
  state: site.state,
  prefix: site.edition.locale.prefix,
  translation: site.edition.locale.translation,
});
