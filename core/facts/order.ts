/** The order of a thank-you page. */
import { totalsOf, type Order } from '../commerce/order.js';
import { SAMPLE_BUYER } from './buyer.js';
import { SAMPLE_LINES } from './cart.js';
import { SAMPLE_OFFER } from './delivery.js';
import { defineFact } from './fact.js';

const SAMPLE_ORDER: Order = {
  number: null,
  placed: '2026-06-01T10:00:00.000Z',
  buyer: SAMPLE_BUYER,
  lines: SAMPLE_LINES,
  delivery: SAMPLE_OFFER,
  payment: 'bank-transfer',
  totals: totalsOf(SAMPLE_LINES, SAMPLE_OFFER.price),
};

export const order = defineFact({
  name: 'order',
  from: ['order'],
  make: (own): Order | null => own.order,
  samples: [null, SAMPLE_ORDER, { ...SAMPLE_ORDER, number: 1001 }],
});
