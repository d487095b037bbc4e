/** What is in the cart, and how many things that are. */
import { NO_BUYER, type Cart, type CartLine } from '../commerce/cart.js';
import type { Buying } from '../commerce/delivery.js';
import { priceCart, type Priced } from '../commerce/pricing.js';
import { defineFact } from './fact.js';

const line = (variant: string, quantity: number, price: number): CartLine => ({
  ...{ product: `SAMPLE-${variant}`, variant, title: `Sample product ${variant}`, options: 'Blue', path: '/' },
  ...{ picture: null, quantity, price, wasPrice: null, stock: 9 },
});
/** A store that delivers, and three carts in it: empty, with two lines, and with its delivery method chosen. */
export const SAMPLE_BUYING: Buying = {
  currency: 'EUR',
  country: 'IE',
  methods: [{ code: 'sample', name: 'Sample post', prices: { IE: 450 } }],
};
const SAMPLE_LINES = [line('1', 1, 4200), { ...line('2', 3, 950), wasPrice: 1200 }];
export const SAMPLE_PRICED = [
  { lines: [], delivery: '' },
  { lines: SAMPLE_LINES, delivery: '' },
  { lines: SAMPLE_LINES, delivery: 'sample' },
].map((cart) => priceCart({ ...cart, buyer: NO_BUYER }, SAMPLE_BUYING));

/** The cart with what its lines come to. */
export interface CartFact extends Pick<Cart, 'attempt'> {
  readonly lines: readonly Priced<CartLine>[];
}

export const cart = defineFact({
  name: 'cart',
  from: ['cart', 'buying'],
  make: ({ cart, buying }): CartFact => ({ lines: priceCart(cart, buying).lines, attempt: cart.attempt }),
  samples: SAMPLE_PRICED.slice(0, 2).map(({ lines }) => ({ lines, attempt: lines.length ? 'sample' : '' })),
});

/** The only fact that pages may show and still be kept: the number is filled in from a cookie. */
export const CART_COUNT = 'cart-count';

export const cartCount = defineFact({
  name: CART_COUNT,
  from: ['cart'],
  make: ({ cart: { lines } }): number => lines.reduce((sum, { quantity }) => sum + quantity, 0),
  samples: [0, 4],
});
