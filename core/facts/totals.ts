/** What the cart and its delivery come to. */
import { priceCart, type Totals } from '../commerce/pricing.js';
import { SAMPLE_PRICED } from './cart.js';
import { defineFact } from './fact.js';

export const totals = defineFact({
  name: 'totals',
  from: ['cart', 'buying'],
  make: ({ cart, buying }): Totals => priceCart(cart, buying).totals,
  samples: SAMPLE_PRICED.map(({ totals }) => totals),
});
