/** What is in the cart, and how many things that are. */
import type { Cart, CartLine } from '../commerce/cart.js';
import { defineFact } from './fact.js';

const line = (variant: string, quantity: number, price: number): CartLine => ({
  ...{ product: `SAMPLE-${variant}`, variant, title: `Sample product ${variant}`, options: 'Blue', path: '/' },
  ...{ picture: null, quantity, price, stock: 9 },
});
/** A cart with two lines in it. */
export const SAMPLE_LINES: readonly CartLine[] = [line('1', 1, 4200), line('2', 3, 950)];

export const cart = defineFact({
  name: 'cart',
  from: ['cart'],
  make: ({ cart: { lines, attempt } }): Pick<Cart, 'lines' | 'attempt'> => ({ lines, attempt }),
  samples: [
    { lines: [], attempt: '' },
    { lines: SAMPLE_LINES, attempt: 'sample' },
  ],
});

/** The only fact that pages may show and still be kept: the number is filled in from a cookie. */
export const CART_COUNT = 'cart-count';

export const cartCount = defineFact({
  name: CART_COUNT,
  from: ['cart'],
  make: ({ cart: { lines } }): number => lines.reduce((sum, { quantity }) => sum + quantity, 0),
  samples: [0, 4],
});
