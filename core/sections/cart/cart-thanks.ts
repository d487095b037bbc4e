/** A word of thanks for a full cart. */
import { text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html, NOTHING } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { greet } from './cart-thanks.script.js';

export const cartThanks = defineKind(
  {
    name: 'cart-thanks',
    version: 1,
    title: 'Cart thanks',
    sentence: 'A word of thanks to whoever has several things in the cart.',
    serves: { cart: 'thanks' },
    shows: ['lines-in-cart'],
    fields: { words: text('Words', 'What is said.', { default: 'Thank you for choosing so much.' }) },
    sketch: [{ draw: 'text', width: 300, height: 14 }],
  },
  {
    view: ({ words }, view) =>
      view.fact('lines-in-cart') > 1 ? html`<p data-greeting${view.part('words')}>${words}</p>` : NOTHING,
    css: css`
      p {
        margin: 0;
      }
    `,
    script: greet,
  },
);
