/** What the cart and its delivery come to. */
import { deliveryOf } from '../commerce/delivery.js';
import { totalsOf, type Totals } from '../commerce/order.js';
import { SAMPLE_LINES } from './cart.js';
import { defineFact } from './fact.js';

export const totals = defineFact({
  name: 'totals',
  from: ['cart', 'buying'],
  make: ({ cart, buying }): Totals => totalsOf(cart.lines, deliveryOf(cart, buying).chosen?.price ?? null),
  samples: [totalsOf([], null), totalsOf(SAMPLE_LINES, null), totalsOf(SAMPLE_LINES, 450)],
});
