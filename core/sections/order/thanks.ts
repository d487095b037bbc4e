/** Thanks for an order, with its number. */
import { css } from '../../kinds/css.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';

export const thanks = defineKind(
  {
    name: 'thanks',
    version: 1,
    title: 'Thanks',
    sentence: 'Thanks the shopper by name, and tells them the number of the order.',
    alsoCalled: ['confirmation'],
    fits: { pages: ['thank-you'], regions: [] },
    mainHeading: true,
    fields: {},
    shows: ['order'],
    says: ['bank-transfer-about', 'no-order', 'order-made-up', 'order-placed', 'thank-you'],
    sketch: [{ draw: 'title', width: 520, height: 42 }, 16, { draw: 'text', width: 420, height: 12 }],
  },
  {
    view(_values, view) {
      const order = view.fact('order');
      if (!order) return html`<h1>${view.word('no-order')}</h1>`;
      const { number, buyer, payment } = order;
      return html`<h1>${view.word('thank-you', { name: buyer.name })}</h1><p class="thanks-number">${number === null ? view.word('order-made-up') : view.word('order-placed', { number: String(number) })}</p><p>${view.word(`${payment}-about`)}</p>`;
    },
    css: css`
      .thanks-number {
        font-size: 1.125em;
        font-weight: 600;
      }
    `,
  },
);
