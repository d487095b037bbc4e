/** From a cart and what a shopper has told to the facts that cart and checkout show. */
import {
  NO_FACTS,
  type Buyer,
  type CartLine,
  type DeliveryOffer,
  type Facts,
  type OrderLine,
  type Totals,
} from '../kinds/facts.js';

/** A delivery method, with a flat price for each country it goes to. */
export interface DeliveryMethod {
  readonly code: string;
  readonly name: string;
  /** Its name in further languages, by BCP 47 tag. */
  readonly names?: Readonly<Record<string, string>>;
  /** ISO 3166-1 code -> minor units. */
  readonly prices: Readonly<Record<string, number>>;
}

/** A cart as it is kept. */
export interface KeptCart {
  readonly lines: readonly CartLine[];
  readonly attempt: string;
  readonly buyer: Buyer;
  /** The code of the chosen delivery method; empty if none is. */
  readonly delivery: string;
}

/** Everything about buying that a store has set. */
export interface Buying {
  readonly methods: readonly DeliveryMethod[];
  /** ISO 3166-1 code of the store's own country: where things go until a shopper says otherwise. */
  readonly country: string;
}

/** Delivery methods as they are called in a further language. @param language null for the leading one */
export const methodsIn = (language: string | null, methods: readonly DeliveryMethod[]): readonly DeliveryMethod[] =>
  language === null ? methods : methods.map((method) => ({ ...method, name: method.names?.[language] ?? method.name }));

/** The countries something is delivered to, each once. */
export const countriesOf = (methods: readonly DeliveryMethod[]): string[] => [
  ...new Set(methods.flatMap(({ prices }) => Object.keys(prices))),
];

/** The delivery methods to a country. */
export const offersTo = (country: string, methods: readonly DeliveryMethod[]): DeliveryOffer[] =>
  methods.flatMap(({ code, name, prices }) =>
    Object.hasOwn(prices, country) ? [{ code, name, price: prices[country] as number }] : [],
  );

/** What the lines come to, in minor units. */
export const goodsTotal = (lines: readonly OrderLine[]): number =>
  lines.reduce((sum, { price, quantity }) => sum + price * quantity, 0);

export const totalsOf = (lines: readonly OrderLine[], delivery: number | null): Totals => {
  const goods = goodsTotal(lines);
  return { goods, delivery, total: goods + (delivery ?? 0) };
};

/** The facts of a shopper with a cart. A delivery method that does not go to the country is as good as not chosen. */
export function checkoutFacts(
  { lines, attempt, buyer, delivery }: KeptCart,
  { methods, country }: Buying,
): Omit<Facts, 'order' | 'shopper'> {
  const to = buyer.country || country;
  const offers = offersTo(to, methods);
  const chosen = offers.find(({ code }) => code === delivery);
  const gone = delivery === '' || chosen ? null : (methods.find(({ code }) => code === delivery)?.name ?? delivery);
  return {
    payment: NO_FACTS.payment,
    'cart-count': lines.reduce((sum, { quantity }) => sum + quantity, 0),
    cart: { lines, attempt },
    buyer: { ...buyer, country: to, countries: countriesOf(methods) },
    delivery: { offers, chosen: chosen?.code ?? null, gone },
    totals: totalsOf(lines, chosen?.price ?? null),
  };
}
