/** The payment methods. */
import { PAYMENT_METHODS } from '../../commerce/order.js';
import { text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { CHECKOUT_FORM } from '../../kinds/view.js';
import { CHECKOUT_PAGES, errorOf, FIELD_CSS, was } from './field.js';
import { METHODS_CSS } from './methods.js';

const CHECKED = html` checked`;

export const paymentChoice = defineKind(
  {
    name: 'payment-choice',
    version: 1,
    title: 'Payment choice',
    sentence: 'How the order can be paid.',
    alsoCalled: ['payment method'],
    fits: CHECKOUT_PAGES,
    serves: { checkout: 'payment' },
    fields: {
      title: text('Title', 'The heading over them.', {
        default: 'Payment method',
        word: 'payment-choice',
        max: 80,
      }),
    },
    ofCheckout: true,
    shows: ['payment'],
    caption: 'title',
    says: ['bank-transfer', 'bank-transfer-about', 'payment-choice'],
    sketch: [{ draw: 'title', width: 260, height: 28 }, 20, { draw: 'box', height: 60 }],
  },
  {
    view({ title }, view) {
      const { chosen } = view.fact('payment');
      const methods = PAYMENT_METHODS.map((method) => {
        const id = view.id(`payment-${method}`);
        return html`<li><input id="${id}" type="radio" form="${CHECKOUT_FORM}" name="${view.input('payment')}" value="${method}"${method === chosen && CHECKED}><label for="${id}"><span>${view.word(method)}<br><span class="quiet">${view.word(`${method}-about`)}</span></span></label></li>`;
      });
      return html`<fieldset><legend${title !== '' && view.part('title')}>${title || view.word('payment-choice')}</legend><ul class="methods">${methods}</ul>${was('payment', chosen, view)}${errorOf('payment', view)}</fieldset>`;
    },
    css: css`
      ${FIELD_CSS}
      ${METHODS_CSS}
    `,
  },
);
