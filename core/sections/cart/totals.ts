/** What the cart and its delivery come to. */
import { defineKind, everywhereBut } from '../../kinds/kind.js';
import { sums, SUMS_CSS } from './line.js';

export const totals = defineKind(
  {
    name: 'totals',
    version: 1,
    title: 'Totals',
    sentence: 'Subtotal, delivery and total of what is in the cart.',
    alsoCalled: ['sum', 'summary', 'basket total'],
    // Nothing of a cart beside an order that was made of it.
    fits: everywhereBut('thank-you'),
    serves: { checkout: 'sums' },
    fields: {},
    shows: ['totals'],
    says: ['delivery', 'delivery-later', 'subtotal', 'total'],
    sketch: [
      {
        across: 1,
        count: 3,
        rows: 3,
        grid: [
          8,
          {
            shares: [3, 1],
            beside: [
              { draw: 'text', width: 160, height: 16 },
              { draw: 'text', height: 16 },
            ],
          },
          14,
        ],
      },
    ],
  },
  { view: (_values, view) => sums(view.fact('totals'), view), css: SUMS_CSS },
);
