/** Orders. */
import type { Buyer, CartLine } from './cart.js';
import type { DeliveryOffer } from './delivery.js';
import type { OrderState } from './order-events.js';
import type { Priced, Step, Totals } from './pricing.js';

/** What of a line is charged, and what it comes to. */
export type OrderLine = Pick<
  Priced<CartLine>,
  'product' | 'variant' | 'title' | 'translated' | 'options' | 'quantity' | 'price' | 'wasPrice' | 'total' | 'saving'
>;

/** The payment methods there are. */
export const PAYMENT_METHODS = ['bank-transfer'] as const;
export type PaymentMethod = (typeof PAYMENT_METHODS)[number];

/** An order as the shopper who made it sees it. */
export interface Order {
  /** Null for one that a preview made up. */
  readonly number: number | null;
  /** A day and time in ISO form. */
  readonly placed: string;
  readonly buyer: Buyer;
  readonly lines: readonly OrderLine[];
  readonly delivery: DeliveryOffer;
  readonly payment: PaymentMethod;
  readonly totals: Totals;
  /** How it adds up. */
  readonly steps: readonly Step[];
}
/** An order that was placed, as it was then; only its state follows what happens to it. */
export type PlacedOrder = Order & {
  readonly number: number;
  readonly state: OrderState;
  /** ISO 4217 code: what every amount is in. */
  readonly currency: string;
  /** BCP 47 tag of what the shopper read. */
  readonly language: string;
};
