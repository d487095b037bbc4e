/** The order of a thank-you page. */
import type { Order } from '../commerce/order.js';
import { sure } from '../sure.js';
import { SAMPLE_BUYER } from './buyer.js';
import { SAMPLE_PRICED } from './cart.js';
import { defineFact } from './fact.js';

const { lines, delivery, totals, steps } = sure(SAMPLE_PRICED[2]);
const SAMPLE_ORDER: Order = {
  number: null,
  placed: '2026-06-01T10:00:00.000Z',
  buyer: SAMPLE_BUYER,
  lines,
  delivery: sure(delivery.chosen),
  payment: 'bank-transfer',
  totals,
  steps,
};

export const order = defineFact({
  name: 'order',
  from: ['order'],
  make: (own): Order | null => own.order,
  samples: [null, SAMPLE_ORDER, { ...SAMPLE_ORDER, number: 1001 }],
});
