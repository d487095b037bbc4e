/** How much is in the cart, as a link to it. */
import { css } from '../../kinds/css.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';

export const cartLink = defineKind(
  {
    name: 'cart-link',
    version: 1,
    title: 'Cart link',
    sentence: 'A link to the cart that says how much is in it.',
    alsoCalled: ['basket', 'cart icon', 'badge'],
    fields: {},
    shows: ['cart-count'],
    says: ['cart', 'items'],
    sketch: [{ beside: [{ draw: 'text', width: 90, height: 14 }] }],
  },
  {
    needs: () => [{ type: 'path', page: 'cart' }],
    view(_values, view) {
      const to = view.link({ to: 'cart' });
      const count = view.fact('cart-count');
      const number =
        count > 0 &&
        html` <span class="badge-count" aria-hidden="true">${count}</span><span class="hidden-words">, ${view.word('items', { count })}</span>`;
      return html`<a class="badge" ${to}>${view.word('cart')}${number}</a>`;
    },
    css: css`
      .badge {
        display: inline-flex;
        align-items: center;
        gap: 0.45em;
        min-block-size: 2.25em;
        text-decoration: none;
        white-space: nowrap;
      }
      .badge:hover {
        text-decoration: underline;
      }
      .badge-count {
        display: grid;
        place-items: center;
        min-inline-size: 1.5em;
        block-size: 1.5em;
        padding-inline: 0.35em;
        border-radius: 1em;
        background: var(--accent);
        color: var(--on-accent);
        font: 600 0.8125em/1 var(--text-font);
        font-variant-numeric: tabular-nums;
      }
    `,
  },
);
