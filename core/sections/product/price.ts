/** What the product costs. */
import { choice, text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { amount } from './card.js';
import { PRODUCT_PAGES, productOf } from './subject.js';

export const price = defineKind(
  {
    name: 'price',
    version: 1,
    title: 'Price',
    sentence: 'What it costs, with the was-price of what is reduced.',
    alsoCalled: ['cost', 'sale price'],
    fits: PRODUCT_PAGES,
    fields: {
      size: choice('Size', 'How large the price is.', { small: 'Small', medium: 'Medium', large: 'Large' }, 'medium'),
      note: text('Note', 'A line under the price, such as what is included.', {
        max: 120,
        default: 'Tax included, delivery extra.',
        word: 'tax-note',
      }),
    },
    says: ['from-price', 'sold-out'],
    sketch: [
      { draw: 'title', width: { of: 'size', by: { small: 240, medium: 240, large: 340 } }, height: 50 },
      10,
      { when: 'note', stack: [20, { draw: 'text', width: 560, height: 20 }, 10] },
    ],
  },
  {
    view({ size, note }, view) {
      const { variants } = productOf(view);
      const lowest = variants.reduce((a, b) => (b.price < a.price ? b : a));
      const varies = variants.some((variant) => variant.price !== lowest.price);
      return html`<p class="price price-${size}">${amount({ ...lowest, varies }, view)}</p>${note !== '' && html`<p class="price-note quiet"${view.part('note')}>${note}</p>`}`;
    },
    css: css`
      .price {
        margin: 0;
      }
      .price-medium {
        font-size: 1.5em;
      }
      .price-large {
        font-size: 2em;
      }
      .price-note {
        margin: 0.15em 0 0;
      }
    `,
  },
);
