/** The facts of a shopper to test sections with. */
import { NO_BUYER, NO_CART, type Buying, type Cart } from '../commerce/index.js';
import { makeFacts, nobodyIn, type Facts, type Own } from '../facts/index.js';

/** Post goes to two countries. */
export const BUYING: Buying = {
  methods: [{ code: 'post', name: 'Post', prices: { IE: 450, DE: 980 } }],
  country: 'IE',
};

/** The facts of whoever has such a cart, and did nothing else. */
export const factsWith = (cart: Partial<Cart> = {}, more: Partial<Own> = {}): Facts =>
  makeFacts({ ...nobodyIn(BUYING), cart: { ...NO_CART, attempt: 'a-1', buyer: NO_BUYER, ...cart }, ...more });

/** Those of whoever did nothing yet, in a store that delivers nowhere. */
export const NO_FACTS: Facts = makeFacts(nobodyIn({ methods: [], country: '' }));
