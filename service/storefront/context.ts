/** What the storefront and its preview have in common: which store, which state of its design, which mode. */
import type { DesignState, Edition, Shopper } from '@parlour/core';
import type { Config } from '../config.js';
import type { Records } from '../records/database.js';
import type { Store } from '../records/stores.js';
import type { LiveStore } from './live-stores.js';

export interface Site {
  readonly db: Records;
  readonly config: Config;
  readonly store: Store;
  readonly state: DesignState;
  /** The store in the language of the page. */
  readonly edition: Edition;
  readonly mode: 'live' | 'preview';
  /** What is live in the store; null in a preview. */
  readonly live: LiveStore | null;
  /** The storefront’s own address, also while previewing. */
  readonly origin: string;
  /** The cart token of the shopper, if there is one, and its hash. */
  readonly cartToken: string | null;
  readonly cart: Buffer | null;
  /** Who is signed in; null where nobody was asked, since the page is the same for all. */
  readonly shopper: Shopper | null;
}
