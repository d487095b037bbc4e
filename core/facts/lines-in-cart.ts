/** How many different things are in the cart. */
import { SAMPLE_PRICED } from './cart.js';
import { defineFact } from './fact.js';

export const linesInCart = defineFact({
  name: 'lines-in-cart',
  from: ['cart'],
  make: ({ cart }): number => cart.lines.length,
  samples: SAMPLE_PRICED.map(({ lines }) => lines.length),
});
