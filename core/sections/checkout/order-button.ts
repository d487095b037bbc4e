/** The button that makes the order. */
import { chargedIn, seenMark } from '../../commerce/seen.js';
import { text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { CHECKOUT_FORM } from '../../kinds/view.js';
import { CHECKOUT_PAGES } from './field.js';

const DISABLED = html` disabled`;

export const orderButton = defineKind(
  {
    name: 'order-button',
    version: 1,
    title: 'Order button',
    sentence: 'The button that makes the order, with what stands in its way.',
    alsoCalled: ['place order', 'pay'],
    fits: CHECKOUT_PAGES,
    serves: { checkout: 'order' },
    fields: {
      action: text('Button', 'What the button says.', { default: 'Place the order', word: 'order-now', max: 60 }),
    },
    ofCheckout: true,
    shows: ['cart', 'delivery', 'totals'],
    sketch: [{ draw: 'button', height: 70 }],
  },
  {
    view({ action }, view) {
      const { lines, attempt } = view.fact('cart');
      const delivery = view.fact('delivery');
      const seen = seenMark(chargedIn({ cart: view.fact('cart'), delivery, totals: view.fact('totals') }));
      const refused = view.form?.refused ?? '';
      const alert = refused !== '' && html`<p class="form-refused" role="alert">${refused}</p>`;
      const hidden = Object.entries({ attempt, seen }).map(
        ([name, value]) => html`<input type="hidden" form="${CHECKOUT_FORM}" name="${name}" value="${value}">`,
      );
      const disabled = lines.length === 0 && DISABLED;
      return html`${alert}${hidden}<button class="button order-button" type="submit" form="${CHECKOUT_FORM}" name="do" value="order"${disabled}${view.part('action')}>${action}</button>`;
    },
    css: css`
      .order-button {
        inline-size: 100%;
      }
    `,
  },
);
