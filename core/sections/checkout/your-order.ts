/** What is about to be ordered, and what it comes to. */
import { text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html } from '../../kinds/html.js';
import { defineKind, everywhereBut } from '../../kinds/kind.js';
import { BOUGHT_CSS, boughtLines, sums, SUMS_CSS } from '../cart/line.js';

export const yourOrder = defineKind(
  {
    name: 'your-order',
    version: 1,
    title: 'Your order',
    sentence: 'What is about to be ordered, with what it comes to.',
    alsoCalled: ['order summary'],
    // Nothing of a cart beside an order that was made of it.
    fits: everywhereBut('thank-you'),
    serves: { checkout: 'sums' },
    fields: {
      title: text('Title', 'The heading over the lines.', { default: 'Your order', word: 'your-order', max: 80 }),
    },
    shows: ['cart', 'totals'],
    caption: 'title',
    says: ['cart-empty', 'delivery', 'delivery-later', 'subtotal', 'total'],
    sketch: [
      { draw: 'title', width: 260, height: 28 },
      20,
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
    ],
  },
  {
    view({ title }, view) {
      const { lines } = view.fact('cart');
      const shown = lines.length === 0 ? html`<p>${view.word('cart-empty')}</p>` : boughtLines(lines, view);
      return html`${title !== '' && html`<h2${view.part('title')}>${title}</h2>`}${shown}${lines.length > 0 && sums(view.fact('totals'), view)}`;
    },
    css: css`
      ${BOUGHT_CSS}
      ${SUMS_CSS}
      .sums {
        margin-block-start: 0.75em;
      }
    `,
  },
);
