/** Where it goes: the postal address. Another country changes the delivery methods, and their prices. */
import { text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { CHECKOUT_FORM } from '../../kinds/view.js';
import { CHECKOUT_PAGES, checkoutInput, errorOf, FIELD_CSS, takeInButton, was } from './field.js';

const SELECTED = html` selected`;

export const deliveryAddress = defineKind(
  {
    name: 'delivery-address',
    version: 1,
    title: 'Delivery address',
    sentence: 'The address that it is delivered to.',
    alsoCalled: ['shipping address'],
    fits: CHECKOUT_PAGES,
    serves: { checkout: 'address' },
    fields: {
      title: text('Title', 'The heading over the fields.', {
        default: 'Delivery address',
        word: 'delivery-address',
        max: 80,
      }),
    },
    ofCheckout: true,
    shows: ['buyer'],
    caption: 'title',
    says: ['city', 'country', 'postcode', 'street', 'update'],
    sketch: [
      { draw: 'title', width: 260, height: 28 },
      20,
      { across: 1, count: 2, rows: 2, grid: [{ draw: 'box', height: 56 }, 16] },
      {
        gap: 24,
        beside: [
          { draw: 'box', height: 56 },
          { draw: 'box', height: 56 },
        ],
      },
    ],
  },
  {
    view({ title }, view) {
      const { street, postcode, city, country, countries } = view.fact('buyer');
      const id = view.id('country');
      const names = countries
        .map((code) => ({ code, name: view.locale.country(code) }))
        .sort((a, b) => a.name.localeCompare(b.name, view.locale.language));
      const shown = view.form?.typed['country'] ?? country;
      const options = names.map(
        ({ code, name }) => html`<option value="${code}"${code === shown && SELECTED}>${name}</option>`,
      );
      const label = html`<label for="${id}">${view.word('country')}</label>`;
      const choice = html`<select id="${id}" form="${CHECKOUT_FORM}" name="${view.input('country')}" autocomplete="country" data-send>${options}</select>`;
      const where = [label, choice, was('country', country, view), errorOf('country', view), takeInButton(view)];
      const inputs = [
        checkoutInput({ field: 'street', label: view.word('street'), fill: 'address-line1' }, street, view),
        checkoutInput({ field: 'postcode', label: view.word('postcode'), fill: 'postal-code' }, postcode, view),
        checkoutInput({ field: 'city', label: view.word('city'), fill: 'address-level2' }, city, view),
      ];
      const heading = title !== '' && html`<h2${view.part('title')}>${title}</h2>`;
      return html`${heading}<div class="fields"><div class="field field-country">${where}</div>${inputs}</div>`;
    },
    css: css`
      ${FIELD_CSS}
      @container (min-width: 34rem) {
        .fields {
          grid-template-columns: 1fr 2fr;
        }
        .field-country,
        .field-street {
          grid-column: 1/-1;
        }
      }
    `,
  },
);
