/** The way from the cart to the checkout. */
import { text } from '../../fields/make.js';
import { html, NOTHING } from '../../kinds/html.js';
import { defineKind, everywhereBut } from '../../kinds/kind.js';

export const checkoutButton = defineKind(
  {
    name: 'checkout-button',
    version: 1,
    title: 'Checkout button',
    sentence: 'The button that leads to the checkout, as soon as something is in the cart.',
    alsoCalled: ['proceed', 'pay'],
    // Nothing of a cart beside an order that was made of it.
    fits: everywhereBut('thank-you'),
    serves: { cart: 'checkout' },
    fields: {
      action: text('Button', 'What the button says.', { default: 'Checkout', word: 'checkout-button', max: 40 }),
    },
    shows: ['cart-count'],
    sketch: [{ draw: 'button', width: 320, height: 60 }],
  },
  {
    needs: () => [{ type: 'path', page: 'checkout' }],
    view({ action }, view) {
      const to = view.link({ to: 'checkout' });
      return view.fact('cart-count') > 0 && to
        ? html`<a class="button" ${to}${view.part('action')}>${action}</a>`
        : NOTHING;
    },
  },
);
