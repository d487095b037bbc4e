/** Who buys: email address and name. */
import { text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { CHECKOUT_PAGES, checkoutInput, FIELD_CSS } from './field.js';

export const buyer = defineKind(
  {
    name: 'buyer',
    version: 1,
    title: 'Buyer',
    sentence: 'Email address and name of the shopper.',
    alsoCalled: ['customer', 'contact details'],
    fits: CHECKOUT_PAGES,
    serves: { checkout: 'buyer' },
    fields: {
      title: text('Title', 'The heading over the fields.', { default: 'Your details', word: 'your-details', max: 80 }),
    },
    ofCheckout: true,
    shows: ['buyer'],
    caption: 'title',
    says: ['email', 'name'],
    sketch: [
      { draw: 'title', width: 260, height: 28 },
      20,
      { across: 1, count: 2, rows: 2, grid: [{ draw: 'box', height: 56 }, 16] },
    ],
  },
  {
    view({ title }, view) {
      const { email, name } = view.fact('buyer');
      return html`${title !== '' && html`<h2${view.part('title')}>${title}</h2>`}<div class="fields">${checkoutInput({ field: 'email', label: view.word('email'), fill: 'email', type: 'email' }, email, view)}${checkoutInput({ field: 'name', label: view.word('name'), fill: 'name' }, name, view)}</div>`;
    },
    css: css`
      ${FIELD_CSS}
      @container (min-width: 34rem) {
        .fields {
          grid-template-columns: 1fr 1fr;
        }
      }
    `,
  },
);
