/**
 * What a shopper is about to buy, and what can be done with it. Live it is kept in tables; in a preview it is made up,
 * and leaves no trace.
 */
import type { Response } from 'express';
import type { Buyer, SettledCheckout } from '@parlour/core/commerce';
import type { CartAsked } from '../../records/answers/part.js';
import type { FoundVariant, Shortage, TooManyCarts } from '../../records/carts.js';
import type { Records } from '../../records/database.js';
import type { NotOrdered } from '../../records/orders.js';

/** An order that is to be made. */
export interface WantedOrder extends SettledCheckout {
  /** Names the cart's attempt to buy what it holds. */
  readonly attempt: string;
  /** What the shopper has seen of what is charged; see `seenMark`. */
  readonly seen: string;
}

/** Asked before something new is kept: how many minutes that must wait, or null. */
export type MayKeep = (trx: Records) => Promise<number | null>;

/** It holds as many different things as it can. */
export interface Full {
  readonly full: true;
}

export interface Basket {
  /** By what the answers to a page find it; null if there is nothing to find. */
  readonly asked: CartAsked | null;
  /** Adds so many of a variant. @returns why not, or null */
  add(variant: FoundVariant, quantity: number, mayBegin: MayKeep): Promise<Shortage | TooManyCarts | Full | null>;
  /** Sets how many of a variant there are; none takes it out. @returns what is missing, or null */
  set(variant: FoundVariant, quantity: number): Promise<Shortage | null>;
  /** Keeps what a shopper has told, so far as it is given. */
  tell(told: { readonly buyer: Partial<Buyer>; readonly delivery?: string | undefined }): Promise<void>;
  /** Orders what is in it. @returns the token that opens the thank-you page, or why not */
  order(wanted: WantedOrder, mayOrder: MayKeep): Promise<string | NotOrdered>;
  /** Puts onto an answer what the shopper’s browser is to remember. */
  remember(response: Response): Promise<void>;
}
