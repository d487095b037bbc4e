/** What was ordered, where it goes, and what it came to. */
import { css } from '../../kinds/css.js';
import { html, NOTHING } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { BOUGHT_CSS, boughtLines, sums, SUMS_CSS } from '../cart/line.js';

export const orderLines = defineKind(
  {
    name: 'order-lines',
    version: 1,
    title: 'Order lines',
    sentence: 'What was ordered, where it goes, and what it came to.',
    alsoCalled: ['receipt', 'order summary'],
    fits: { pages: ['thank-you'], regions: [] },
    serves: { 'thank-you': 'order' },
    fields: {},
    shows: ['order'],
    says: ['delivery-address', 'delivery', 'delivery-later', 'subtotal', 'total'],
    sketch: [
      {
        across: 1,
        count: 4,
        rows: 4,
        grid: [
          {
            shares: [3, 1],
            beside: [
              { draw: 'text', width: 360, height: 14 },
              { draw: 'text', height: 14 },
            ],
          },
          18,
        ],
      },
      { lines: 3, width: 300 },
    ],
  },
  {
    view(_values, view) {
      const order = view.fact('order');
      if (!order) return NOTHING;
      const { lines, totals, buyer, delivery } = order;
      const { name, street, postcode, city, country } = buyer;
      return html`${boughtLines(lines, view)}${sums(totals, view)}<h2>${view.word('delivery-address')}</h2><address>${name}<br>${street}<br>${postcode} ${city}<br>${view.locale.country(country)}</address><p class="quiet">${delivery.name}</p>`;
    },
    css: css`
      ${BOUGHT_CSS}
      ${SUMS_CSS}
      .sums {
        margin-block: 0.75em 2em;
      }
      address {
        font-style: normal;
        margin-block-end: 0.5em;
      }
    `,
  },
);
