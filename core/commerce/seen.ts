/** What a shopper has seen of an order before placing it: what was seen is what is charged. */
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import { canonicalJson } from '../canonical-json.js';
import type { DeliveryOffer } from './delivery.js';
import type { OrderLine } from './order.js';
import type { Totals } from './pricing.js';

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

/** What an open page shows of a cart, its delivery and its sums. */
export interface ShownSums {
  readonly cart: { readonly lines: readonly OrderLine[] };
  readonly delivery: { readonly offers: readonly DeliveryOffer[]; readonly chosen: string | null };
  readonly totals: Totals;
}

/** What of it is charged. */
export const chargedIn = ({ cart, delivery, totals }: ShownSums): Charged => ({
  lines: cart.lines,
  delivery: delivery.offers.find(({ code }) => code === delivery.chosen) ?? null,
  totals,
});
