/** Facts: data about the shopper that may change while a page is open. And the state of a form that was just sent. */
import type { PictureInfo } from './data.js';

/** What is in a cart of one variant. */
export interface CartLine {
  readonly product: string;
  readonly variant: string;
  readonly title: string;
  /** The chosen options, in words. */
  readonly options: string;
  readonly path: string;
  readonly picture: PictureInfo | null;
  readonly quantity: number;
  /** Minor units, of one. */
  readonly price: number;
  readonly stock: number;
}

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

/** A delivery method, with its price to the shopper's country in minor units. */
export interface DeliveryOffer {
  readonly code: string;
  readonly name: string;
  readonly price: number;
}

/** An order as the shopper who made it sees it. */
export interface OrderFact {
  /** Null for one that a preview made up. */
  readonly number: number | null;
  /** A day and time in ISO form. */
  readonly placed: string;
  readonly buyer: Buyer;
  readonly lines: readonly OrderLine[];
  readonly delivery: DeliveryOffer;
  readonly payment: PaymentWay;
  readonly totals: Totals;
}
/** An order that was placed. */
export type PlacedOrder = OrderFact & { readonly number: number };
export type OrderLine = Pick<CartLine, 'product' | 'variant' | 'title' | 'options' | 'quantity' | 'price'>;

/** Amounts in minor units. */
export interface Totals {
  readonly goods: number;
  /** Null until a delivery method is chosen. */
  readonly delivery: number | null;
  readonly total: number;
}

/** The payment methods there are. */
export const PAYMENT_WAYS = ['bank-transfer'] as const;
export type PaymentWay = (typeof PAYMENT_WAYS)[number];

/** Who a shopper is: nobody yet, coming by the link of a message that is good (or was, and is late), or signed in. */
export interface Shopper {
  readonly is: 'nobody' | 'coming' | 'late' | 'signed-in';
  /** Their email address; empty for nobody. */
  readonly email: string;
  /** The token of the link they are coming by. */
  readonly link: string;
}
export const NO_SHOPPER: Shopper = { is: 'nobody', email: '', link: '' };

/** Every fact with what it holds. */
export interface Facts {
  /** How many things are in the cart. */
  readonly 'cart-count': number;
  readonly cart: {
    readonly lines: readonly CartLine[];
    /** Names the attempt to buy what is in the cart, so that an order sent twice is made once. */
    readonly attempt: string;
  };
  readonly buyer: Buyer & {
    /** The countries that something can be delivered to. */
    readonly countries: readonly string[];
  };
  readonly delivery: {
    readonly offers: readonly DeliveryOffer[];
    readonly chosen: string | null;
    /** The name of the delivery method that was chosen and does not go to the country. */
    readonly gone: string | null;
  };
  readonly payment: { readonly chosen: PaymentWay };
  readonly totals: Totals;
  /** The order of a thank-you page. */
  readonly order: OrderFact | null;
  readonly shopper: Shopper;
}
export type FactName = keyof Facts;

export const NO_BUYER: Buyer = { email: '', name: '', street: '', postcode: '', city: '', country: '' };

/** What a shopper has who did nothing yet. */
export const NO_FACTS: Facts = {
  'cart-count': 0,
  cart: { lines: [], attempt: '' },
  buyer: { ...NO_BUYER, countries: [] },
  delivery: { offers: [], chosen: null, gone: null },
  payment: { chosen: 'bank-transfer' },
  totals: { goods: 0, delivery: null, total: 0 },
  order: null,
  shopper: NO_SHOPPER,
};

/** What came of a form that was sent. */
export interface FormState {
  /** The path of the section it was sent from; empty for a form that is in several, and for whoever did not say. */
  readonly section: string;
  /** What was typed or chosen, by the name of the field, so that nothing has to be typed again. */
  readonly typed: Readonly<Record<string, string>>;
  /** What is wrong with single fields, in words, by their names. */
  readonly errors?: Readonly<Record<string, string>>;
  /** Why it did not work, in words; empty if the fields say it all. */
  readonly refused: string;
  /** True if it did work, and the section says so in the place of the form. */
  readonly done?: boolean;
}
