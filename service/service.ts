/** What a service process works with; handed to every app. */
import type { ClientAddress } from './accounts/address.js';
import type { Config } from './config.js';
import type { Email } from './email/email.js';
import type { KeptPages } from './kept/kept-pages.js';
import type { Listings } from './listings/listings.js';
import type { Database } from './records/database.js';
import type { LiveStores } from './kept/live-stores.js';

export interface Service {
  readonly db: Database;
  readonly config: Config;
  readonly email: Email;
  readonly addressOf: ClientAddress;
  /** The stores with what is live in them. */
  readonly stores: LiveStores;
  readonly kept: KeptPages;
  /** What listings look at, of the stores that have some. */
  readonly listings: Listings;
  /** What the cookie that says how much is in a cart is signed with. */
  readonly countKey: Buffer;
}
