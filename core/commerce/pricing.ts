/**
 * What a cart comes to: the one place where money is added up. Facts, orders, messages and whoever explains a sum read
 * what it answers.
 */
import { deliveryOf, type Buying, type DeliveryOffer } from './delivery.js';

/** What pricing has to know of a line; it hands on whatever else the line has. Amounts in minor units. */
export interface UnpricedLine {
  readonly title: string;
  /** The chosen options, in words. */
  readonly options: string;
  readonly quantity: number;
  /** Of one. */
  readonly price: number;
  /** What one cost before; null if it was not more. */
  readonly wasPrice: number | null;
  /** How many there are; null if nobody counts. */
  readonly stock: number | null;
}

/** A line with what it comes to. */
export type Priced<L extends UnpricedLine> = L & {
  readonly total: number;
  /** How much less that is than before. */
  readonly saving: number;
};

/** Amounts in minor units. */
export interface Totals {
  /** What the lines come to. */
  readonly subtotal: number;
  /** How much less that is than before; it is taken off already. */
  readonly saving: number;
  /** Null until a delivery method is chosen. */
  readonly delivery: number | null;
  readonly total: number;
}

/** One sum on the way to the total, with what it is made of; `stepText` says it in words. */
export type Step =
  | {
      readonly of: 'line';
      readonly what: string;
      readonly quantity: number;
      readonly price: number;
      readonly saving: number;
      readonly amount: number;
    }
  | { readonly of: 'subtotal'; readonly lines: number; readonly amount: number }
  | { readonly of: 'delivery'; readonly method: string; readonly country: string; readonly amount: number }
  | { readonly of: 'total'; readonly parts: readonly ('subtotal' | 'delivery')[]; readonly amount: number };

/** Why nothing can be ordered of a cart. */
export type Refusal<L extends UnpricedLine> =
  | { readonly why: 'empty' }
  | { readonly why: 'shortage'; readonly line: Priced<L>; readonly stock: number }
  | { readonly why: 'no-delivery' };

export interface PricedCart<L extends UnpricedLine> {
  /** ISO 4217 code: what every amount is in. */
  readonly currency: string;
  readonly lines: readonly Priced<L>[];
  readonly delivery: {
    /** What delivers to where the shopper is. */
    readonly offers: readonly DeliveryOffer[];
    readonly chosen: DeliveryOffer | null;
  };
  readonly steps: readonly Step[];
  readonly totals: Totals;
  /** In the order in which a shopper is told; none means that it can be ordered. */
  readonly refusals: readonly Refusal<L>[];
}

/** A cart as it is before anything is worked out of it. */
export interface UnpricedCart<L extends UnpricedLine> {
  readonly lines: readonly L[];
  readonly buyer: { readonly country: string };
  /** The code of the chosen delivery method; empty if none is. */
  readonly delivery: string;
}

/** @param setting what the store has set about buying */
export function priceCart<L extends UnpricedLine>(cart: UnpricedCart<L>, setting: Buying): PricedCart<L> {
  const lines = cart.lines.map(pricedLine);
  const { offers, chosen } = deliveryOf(cart, setting);
  const subtotal = sum(lines.map(({ total }) => total));
  const totals = {
    subtotal,
    saving: sum(lines.map(({ saving }) => saving)),
    delivery: chosen?.price ?? null,
    total: subtotal + (chosen?.price ?? 0),
  };
  const short = lines.flatMap((line) =>
    line.stock !== null && line.quantity > line.stock ? [{ line, stock: line.stock }] : [],
  )[0];
  return {
    currency: setting.currency,
    lines,
    delivery: { offers, chosen },
    steps: [
      ...lines.map(lineStep),
      { of: 'subtotal', lines: lines.length, amount: subtotal },
      ...(chosen ? [deliveryStep(chosen, cart.buyer.country || setting.country)] : []),
      { of: 'total', parts: chosen ? ['subtotal', 'delivery'] : ['subtotal'], amount: totals.total },
    ],
    totals,
    refusals: [
      ...(lines.length === 0 ? [{ why: 'empty' } as const] : []),
      ...(short ? [{ why: 'shortage', ...short } as const] : []),
      ...(chosen ? [] : [{ why: 'no-delivery' } as const]),
    ],
  };
}

function pricedLine<L extends UnpricedLine>(line: L): Priced<L> {
  const { price, wasPrice, quantity } = line;
  return { ...line, total: price * quantity, saving: Math.max(0, (wasPrice ?? price) - price) * quantity };
}

const lineStep = ({ title, options, quantity, price, saving, total }: Priced<UnpricedLine>): Step => ({
  of: 'line',
  what: options === '' ? title : `${title}, ${options}`,
  quantity,
  price,
  saving,
  amount: total,
});

const deliveryStep = ({ name, price }: DeliveryOffer, country: string): Step => ({
  of: 'delivery',
  method: name,
  country,
  amount: price,
});

const sum = (amounts: readonly number[]): number => amounts.reduce((all, one) => all + one, 0);

/**
 * One sum in words, for whoever keeps the store.
 * @param money an amount of minor units as text
 * @example
 * stepText(step, money) // '3 × €9.50 for Reel, Blue: €28.50, which is €3.00 less than before'
 */
export function stepText(step: Step, money: (minor: number) => string): string {
  switch (step.of) {
    case 'line': {
      const less = step.saving > 0 ? `, which is ${money(step.saving)} less than before` : '';
      return `${step.quantity} × ${money(step.price)} for ${step.what}: ${money(step.amount)}${less}`;
    }
    case 'subtotal':
      return step.lines === 1
        ? `The one line: ${money(step.amount)}`
        : `The ${step.lines} lines: ${money(step.amount)}`;
    case 'delivery':
      return `Delivery to ${step.country}, ${step.method}: ${money(step.amount)}`;
    case 'total':
      return step.parts.length === 1
        ? `In all, without delivery: ${money(step.amount)}`
        : `In all, lines and delivery: ${money(step.amount)}`;
  }
}
