/** Choice of options, quantity and the button that puts the product into the cart. Works without script. */
import { wordIn, type Translated } from '../../catalogue/texts.js';
import { canBeBought } from '../../commerce/cart.js';
import { choice, text, toggle } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import type { Product } from '../../kinds/data.js';
import { html, type Markup } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { sentFrom } from '../../kinds/sent-from.js';
import type { View } from '../../kinds/view.js';
import { PRODUCT_PAGES, productOf } from './subject.js';

export const buyForm = defineKind(
  {
    name: 'buy-form',
    version: 1,
    title: 'Buy form',
    sentence: 'Options, quantity and the button that adds it to the cart.',
    alsoCalled: ['add to cart', 'variants', 'options', 'quantity'],
    fits: PRODUCT_PAGES,
    fields: {
      action: text('Button', 'What the button says.', { default: 'Add to cart', word: 'add-to-cart', max: 40 }),
      soldOut: text('When sold out', 'What is shown instead of the button.', {
        default: 'Sold out for now',
        word: 'sold-out-now',
        max: 80,
      }),
      quantity: toggle('Quantity', 'Lets the shopper choose how many.', { default: true }),
      size: choice('Size of the button', 'How large the button is.', { medium: 'Medium', wide: 'Full width' }, 'wide'),
    },
    hasForms: true,
    shows: ['cart'],
    says: ['cart', 'in-your-cart', 'leave-empty', 'quantity', 'sold-out'],
    sketch: [
      {
        gap: 40,
        shares: [2, 1],
        beside: [{ draw: 'box', height: 80 }, { stack: [{ when: 'quantity', draw: 'box', height: 80 }] }],
      },
      50,
      { draw: 'button', width: { of: 'size', by: { wide: 1200, medium: 480 } }, height: 100 },
    ],
  },
  {
    needs: () => [{ type: 'path', page: 'cart' }],
    view({ action, soldOut, quantity, size }, view) {
      const product = productOf(view);
      const refused = view.form?.refused;
      const own = view.fact('cart').lines.filter((line) => line.product === product.code);
      const what = own.map((line) => `${line.quantity} × ${line.options || line.title}`).join(', ');
      const status = html`${refused !== undefined && html`<p class="buy-refused" role="alert">${refused}</p>`}${own.length > 0 && html`<p class="buy-done" role="status">${view.word('in-your-cart', { what })} <a ${view.link({ to: 'cart' })}>${view.word('cart')}</a></p>`}`;
      if (!product.variants.some((variant) => canBeBought(variant)))
        return html`<p class="buy-none"${view.part('soldOut')}>${soldOut}</p>${status}`;
      return html`<form class="buy" method="post" action="${view.locale.prefix}/cart">${sentFrom(view)}<input type="hidden" name="product" value="${product.code}">${product.options.map((option, at) => optionChoice(option, at, product, view))}${quantity && quantityInput(view)}<button class="button button-${size}" type="submit"${view.part('action')}>${action}</button></form>${status}`;
    },
    css: css`
      .buy {
        display: flex;
        flex-wrap: wrap;
        gap: 1em;
        align-items: end;
      }
      .buy-field {
        display: grid;
        gap: 0.25em;
        flex: 1 1 9em;
      }
      .buy-field label {
        font-size: 0.9375em;
        font-weight: 600;
      }
      .buy-quantity {
        flex: 0 0 6em;
      }
      input[type='number'] {
        width: 100%;
      }
      .button-wide {
        flex: 1 1 100%;
      }
      .buy-done,
      .buy-refused,
      .buy-none {
        margin: 0.9em 0 0;
        border-inline-start: 0.2em solid var(--accent);
        padding: 0.35em 0 0.35em 0.9em;
      }
      .buy-none {
        margin: 0;
      }
    `,
  },
);

const SELECTED = html` selected`;
const DISABLED = html` disabled`;

function optionChoice({ name, values }: Product['options'][number], at: number, product: Product, view: View): Markup {
  const id = view.id(`option-${at}`);
  const input = `option.${name}`;
  const typed = view.form?.typed ?? {};
  const inStock = (value: string): boolean =>
    product.variants.some((variant) => variant.options[name] === value && canBeBought(variant));
  const wasChosen = (value: string): boolean => Object.hasOwn(typed, input) && typed[input] === value;
  const entry = (value: string): Markup => {
    const { title, translated } = wordOf(product, value);
    const there = inStock(value);
    // What is sold out says so in the words of the page, beside a word that may be in another language.
    const lang = there && view.langOf({ translated }, 'title');
    const state = html`${lang}${wasChosen(value) && SELECTED}${!there && DISABLED}`;
    return html`<option value="${value}"${state}>${title}${!there && ` – ${view.word('sold-out')}`}</option>`;
  };
  const label = wordOf(product, name);
  const head = html`<label for="${id}"${view.langOf(label, 'title')}>${label.title}</label>`;
  return html`<div class="buy-field">${head}<select id="${id}" name="${input}">${values.map(entry)}</select></div>`;
}

/** A word of a product in the language of the page, if it has one. */
function wordOf({ words }: Product, word: string): { readonly title: string; readonly translated: Translated } {
  return { title: wordIn(words, word), translated: words && Object.hasOwn(words, word) ? ['title'] : [] };
}

const quantityInput = (view: View): Markup =>
  html`<div class="buy-field buy-quantity"><label for="${view.id('quantity')}">${view.word('quantity')}</label><input id="${view.id('quantity')}" name="quantity" type="number" min="1" max="99" value="${view.form?.typed['quantity'] || 1}" inputmode="numeric" required></div>`;
