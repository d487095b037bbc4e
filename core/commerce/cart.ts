/** A cart as it is kept, with what its shopper has told so far. */
import type { PictureInfo } from '../pictures.js';

/** What is in a cart of one variant. */
export interface CartLine {
  readonly product: string;
  readonly variant: string;
  readonly title: string;
  /** Which of its texts are in the language of the page. */
  readonly translated?: readonly 'title'[];
  /** The chosen options, in words. */
  readonly options: string;
  readonly path: string;
  readonly picture: PictureInfo | null;
  readonly quantity: number;
  /** Minor units, of one. */
  readonly price: number;
  /** What one cost before; null if it was not more. */
  readonly wasPrice: number | null;
  /** How many there are; null if nobody counts. */
  readonly stock: number | null;
}

/** Whether there is any of it. */
export const canBeBought = ({ stock }: { readonly stock: number | null }): boolean => stock === null || stock > 0;

/** What a shopper has told of themselves; empty texts for what is not known yet. */
export interface Buyer {
  readonly email: string;
  readonly name: string;
  readonly street: string;
  readonly postcode: string;
  readonly city: string;
  /** ISO 3166-1 code. */
  readonly country: string;
}
/** Where something is delivered, or a bill goes. */
export type Address = Omit<Buyer, 'email'>;

export const NO_BUYER: Buyer = { email: '', name: '', street: '', postcode: '', city: '', country: '' };

export interface Cart {
  readonly lines: readonly CartLine[];
  /** Names the attempt to buy what is in the cart, so that an order sent twice is made once. */
  readonly attempt: string;
  readonly buyer: Buyer;
  /** The code of the chosen delivery method; empty if none is. */
  readonly delivery: string;
}
export const NO_CART: Cart = { lines: [], attempt: '', buyer: NO_BUYER, delivery: '' };
