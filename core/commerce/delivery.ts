/** Delivery methods: where they go, what they cost, and which one counts. */
/** A delivery method, with a flat price for each country it goes to. */
export interface DeliveryMethod {
  readonly code: string;
  readonly name: string;
  /** Its name in further languages, by BCP 47 tag. */
  readonly names?: Readonly<Record<string, string>>;
  /** ISO 3166-1 code -> minor units. */
  readonly prices: Readonly<Record<string, number>>;
}

/** A delivery method, with its price to the shopper's country in minor units. */
export interface DeliveryOffer {
  readonly code: string;
  readonly name: string;
  readonly price: number;
}

/** Everything about buying that a store has set. */
export interface Buying {
  /** ISO 4217 code: what it sells in. */
  readonly currency: string;
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
  methods.flatMap(({ code, name, prices }) => {
    const price = Object.hasOwn(prices, country) ? prices[country] : undefined;
    return price === undefined ? [] : [{ code, name, price }];
  });

/** What can be chosen for a cart, and what is. One that does not go to the country is as good as not chosen. */
export function deliveryOf(
  { buyer, delivery }: { readonly buyer: { readonly country: string }; readonly delivery: string },
  { methods, country }: Pick<Buying, 'methods' | 'country'>,
) {
  const offers = offersTo(buyer.country || country, methods);
  return { offers, chosen: offers.find(({ code }) => code === delivery) ?? null };
}
