/** What a shopper has seen of an order before placing it: what was seen is what is charged. */
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import { canonicalJson } from '../design/hash.js';
import type { Facts } from '../facts/all.js';
import type { DeliveryOffer } from './delivery.js';
import type { OrderLine, Totals } from './order.js';

/** All that an order charges for. */
export interface Charged {
  readonly lines: readonly OrderLine[];
  /** Null while no delivery method is chosen. */
  readonly delivery: DeliveryOffer | null;
  readonly totals: Totals;
}

/**
 * Names what an order charges for: the order form carries it, and an order whose own differs is not placed. Stock and
 * pictures are left out, so that nobody is held up by what costs nothing.
 */
export const seenMark = ({ lines, delivery, totals }: Charged): string =>
  bytesToHex(
    sha256(
      utf8ToBytes(
        canonicalJson({
          lines: lines.map(({ product, variant, title, options, quantity, price }) => ({
            product,
            variant,
            title,
            options,
            quantity,
            price,
          })),
          delivery,
          totals,
        }),
      ),
    ),
  ).slice(0, 24);

/** What the facts of an open page show of it. */
export const chargedIn = ({ cart, delivery, totals }: Pick<Facts, 'cart' | 'delivery' | 'totals'>): Charged => ({
  lines: cart.lines,
  delivery: delivery.offers.find(({ code }) => code === delivery.chosen) ?? null,
  totals,
});
