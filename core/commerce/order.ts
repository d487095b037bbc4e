/** Orders, and what they come to. */
import type { Buyer, CartLine } from './cart.js';
import type { DeliveryOffer } from './delivery.js';

export type OrderLine = Pick<CartLine, 'product' | 'variant' | 'title' | 'options' | 'quantity' | 'price'>;

/** Amounts in minor units. */
export interface Totals {
  /** What the lines come to. */
  readonly subtotal: number;
  /** Null until a delivery method is chosen. */
  readonly delivery: number | null;
  readonly total: number;
}

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
}
/** An order that was placed. */
export type PlacedOrder = Order & { readonly number: number };

/** What the lines come to, in minor units. */
export const subtotalOf = (lines: readonly OrderLine[]): number =>
  lines.reduce((sum, { price, quantity }) => sum + price * quantity, 0);

export const totalsOf = (lines: readonly OrderLine[], delivery: number | null): Totals => {
  const subtotal = subtotalOf(lines);
  return { subtotal, delivery, total: subtotal + (delivery ?? 0) };
};
