/** What is in the cart, line by line, with quantity and a way to take it out. */
import { text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import type { CartFact } from '../../facts/cart.js';
import { html, type Markup } from '../../kinds/html.js';
import { defineKind, everywhereBut } from '../../kinds/kind.js';
import { sentFrom } from '../../kinds/sent-from.js';
import { pictureTag } from '../../kinds/picture.js';
import type { View } from '../../kinds/view.js';
import { lineName } from './line.js';

export const cartLines = defineKind(
  {
    name: 'cart-lines',
    version: 1,
    title: 'Cart lines',
    sentence: 'What is in the cart, with quantities to change and a way to take things out.',
    alsoCalled: ['basket', 'shopping bag'],
    // Nothing of a cart beside an order that was made of it.
    fits: everywhereBut('thank-you'),
    serves: { cart: 'lines' },
    fields: {
      empty: text('If it is empty', 'What is said where nothing is in the cart.', {
        default: 'Your cart is empty.',
        word: 'cart-empty',
        max: 160,
      }),
    },
    hasForms: true,
    shows: ['cart'],
    says: ['each', 'of-what', 'quantity', 'remove', 'update'],
    sketch: [
      {
        across: 1,
        count: 3,
        rows: 3,
        grid: [
          {
            shares: [1, 5, 1],
            gap: 24,
            beside: [
              { draw: 'picture', height: 120 },
              {
                stack: [
                  20,
                  { draw: 'title', width: 320, height: 20 },
                  16,
                  { draw: 'text', width: 200, height: 10 },
                  20,
                  { draw: 'box', width: 90, height: 34 },
                ],
              },
              { stack: [20, { draw: 'text', height: 14 }] },
            ],
          },
          24,
        ],
      },
    ],
  },
  {
    view({ empty }, view) {
      const { lines } = view.fact('cart');
      const refused =
        view.form && view.form.refused !== '' && html`<p class="form-refused" role="alert">${view.form.refused}</p>`;
      if (lines.length === 0) return html`${refused}<p class="cart-empty"${view.part('empty')}>${empty}</p>`;
      return html`${refused}<ul class="cart">${lines.map((line) => cartLine(line, view))}</ul>`;
    },
    css: css`
      .cart {
        list-style: none;
        margin: 0;
        padding: 0;
      }
      .cart > li {
        display: grid;
        grid-template-columns: 5em minmax(0, 1fr) auto;
        gap: 0.75em 1.25em;
        padding-block: 1.1em;
        border-block-end: 1px solid var(--line);
      }
      .cart > li:first-child {
        border-block-start: 1px solid var(--line);
      }
      .cart-picture {
        aspect-ratio: 1;
        background: var(--soft);
      }
      .cart-picture img {
        inline-size: 100%;
        block-size: 100%;
        object-fit: cover;
      }
      .cart-title {
        font: var(--title-weight) 1.125em/1.3 var(--title-font);
        text-decoration: none;
      }
      .cart-title:not(:hover) {
        color: var(--title, inherit);
      }
      .cart-sum {
        text-align: end;
        font-weight: 600;
        font-variant-numeric: tabular-nums;
      }
      .cart-sum .quiet {
        display: block;
        font-weight: 400;
      }
      form {
        display: flex;
        flex-wrap: wrap;
        gap: 0.5em;
        align-items: center;
        margin-block-start: 0.6em;
      }
      input[type='number'] {
        inline-size: 4.75em;
      }
      input,
      button {
        block-size: 2.75em;
      }
    `,
  },
);

type BoughtLine = CartFact['lines'][number];

function cartLine(line: BoughtLine, view: View): Markup {
  const [lang, altLang] = [view.langOf(line, 'title'), view.langOf(line)];
  const picture = html`<div class="cart-picture"${altLang}>${line.picture && pictureTag(line.picture, '5rem')}</div>`;
  const title = html`<a class="cart-title" href="${line.path}"${lang}>${line.title}</a>`;
  const options = line.options !== '' && html`<div class="quiet"${lang}>${line.options}</div>`;
  return html`<li>${picture}<div>${title}${options}${quantityForm(line, view)}</div>${lineSum(line, view)}</li>`;
}

/** How many there are, to be changed or taken out; without script by its two buttons. */
function quantityForm(line: BoughtLine, view: View): Markup {
  const { product, variant, quantity } = line;
  const typed = view.form?.typed ?? {};
  const isThis = typed['variant'] === variant && typed['product'] === product;
  const shown = isThis ? (typed['quantity'] ?? quantity) : quantity;
  const id = view.id(`quantity-${product}-${variant}`);
  const what = lineName(line);
  const named = (action: string): string => view.word('of-what', { action, what });
  const [update, remove] = [view.word('update'), view.word('remove')];
  const codes = html`<input type="hidden" name="product" value="${product}"><input type="hidden" name="variant" value="${variant}">`;
  const label = html`<label class="hidden-words" for="${id}">${named(view.word('quantity'))}</label>`;
  const input = html`<input id="${id}" name="quantity" type="number" min="0" max="99" value="${shown}" inputmode="numeric" required data-send>`;
  const change = html`<button class="button-quiet" type="submit" aria-label="${named(update)}" data-without-script>${update}</button>`;
  const takeOut = html`<button class="button-quiet" type="submit" name="remove" value="yes" aria-label="${named(remove)}">${remove}</button>`;
  return html`<form method="post" action="${view.locale.prefix}/cart/line" id="${view.id(`line-${product}-${variant}`)}">${sentFrom(view)}${[codes, label, input, change, takeOut]}</form>`;
}

function lineSum({ price, quantity, total }: BoughtLine, view: View): Markup {
  const each = quantity > 1 && html`<span class="quiet">${view.word('each', { price: view.money(price) })}</span>`;
  return html`<div class="cart-sum">${view.money(total)}${each}</div>`;
}
