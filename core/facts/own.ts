/** What is known of one shopper. Facts are made of it. */
import { NO_CART, type Cart } from '../commerce/cart.js';
import type { Buying } from '../commerce/delivery.js';
import type { Order } from '../commerce/order.js';
import { NO_SHOPPER, type Shopper } from '../commerce/shopper.js';

export interface Own {
  readonly cart: Cart;
  /** The order that the page is about, if it is theirs. */
  readonly order: Order | null;
  readonly shopper: Shopper;
  /** What their store has set about buying. */
  readonly buying: Buying;
}
/** A part of what is known: looked up only for pages that show a fact made of it. */
export type OwnPart = keyof Own;

/** A shopper who did nothing yet. */
export const nobodyIn = (buying: Buying): Own => ({ cart: NO_CART, order: null, shopper: NO_SHOPPER, buying });
