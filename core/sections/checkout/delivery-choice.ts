/** The delivery methods to the shopper's country, with their prices. */
import { text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { CHECKOUT_FORM } from '../../kinds/view.js';
import { CHECKOUT_PAGES, errorOf, FIELD_CSS, takeInButton, was } from './field.js';
import { METHODS_CSS } from './methods.js';

const CHECKED = html` checked`;

export const deliveryChoice = defineKind(
  {
    name: 'delivery-choice',
    version: 1,
    title: 'Delivery choice',
    sentence: 'The delivery methods to the shopper’s country, with their prices.',
    alsoCalled: ['shipping method'],
    fits: CHECKOUT_PAGES,
    serves: { checkout: 'delivery' },
    fields: {
      title: text('Title', 'The heading over them.', {
        default: 'Delivery method',
        word: 'delivery-choice',
        max: 80,
      }),
    },
    ofCheckout: true,
    shows: ['delivery', 'buyer'],
    caption: 'title',
    says: ['no-delivery-method', 'update', 'delivery-method-gone', 'delivery-choice'],
    sketch: [
      { draw: 'title', width: 260, height: 28 },
      20,
      { across: 1, count: 2, rows: 2, grid: [{ draw: 'box', height: 60 }, 12] },
    ],
  },
  {
    view({ title }, view) {
      const { offers, chosen, gone } = view.fact('delivery');
      const country = view.locale.country(view.fact('buyer').country);
      const methods = offers.map(({ code, name, price }) => {
        const id = view.id(`delivery-${code}`);
        return html`<li><input id="${id}" type="radio" form="${CHECKOUT_FORM}" name="${view.input('delivery')}" value="${code}"${code === chosen && CHECKED} data-send><label for="${id}"><span>${name}</span><span class="method-price">${view.money(price)}</span></label></li>`;
      });
      const legend = html`<legend${title !== '' && view.part('title')}>${title || view.word('delivery-choice')}</legend>`;
      const left =
        gone !== null &&
        html`<p class="delivery-method-gone" role="status">${view.word('delivery-method-gone', { what: gone, country })}</p>`;
      const list =
        offers.length === 0
          ? html`<p>${view.word('no-delivery-method')}</p>`
          : html`<ul class="methods">${methods}</ul>`;
      const rest = [was('delivery', chosen ?? '', view), errorOf('delivery', view)];
      return html`<fieldset>${legend}${left}${list}${rest}${offers.length > 0 && takeInButton(view)}</fieldset>`;
    },
    css: css`
      ${FIELD_CSS}
      ${METHODS_CSS}
    `,
  },
);
