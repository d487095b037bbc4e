/** The facts of a shopper to test sections with. */
import {
  NO_BUYER,
  NO_CART,
  priceCart,
  type Buyer,
  type Buying,
  type Cart,
  type CartLine,
  type Order,
} from '../commerce/index.js';
import { sure } from '../sure.js';
import { NOW } from './pages.js';
import { makeFacts, nobodyIn, type Facts, type Own } from '../facts/index.js';

/** Post goes to two countries. */
export const BUYING: Buying = {
  currency: 'EUR',
  methods: [{ code: 'post', name: 'Post', prices: { IE: 450, DE: 980 } }],
  country: 'IE',
};

/** The facts of whoever has such a cart, and did nothing else. */
export const factsWith = (cart: Partial<Cart> = {}, more: Partial<Own> = {}): Facts =>
  makeFacts({ ...nobodyIn(BUYING), cart: { ...NO_CART, attempt: 'a-1', buyer: NO_BUYER, ...cart }, ...more });

/** An order of such lines, by post. */
export function orderOf(lines: readonly CartLine[], buyer: Partial<Buyer>): Order {
  const to = { ...NO_BUYER, country: 'IE', ...buyer };
  const { delivery, ...priced } = priceCart({ lines, buyer: to, delivery: 'post' }, BUYING);
  const what = { number: 1001, placed: NOW, payment: 'bank-transfer' } as const;
  return { ...what, buyer: to, ...priced, delivery: sure(delivery.chosen) };
}

/** Those of whoever did nothing yet, in a store that delivers nowhere. */
export const NO_FACTS: Facts = makeFacts(nobodyIn({ currency: 'EUR', methods: [], country: '' }));
