/** Choice of options, quantity and the button that puts the product into the cart. Works without script. */
import { choice, text, toggle } from '../../fields/make.js';
import type { Product, RefusedPurchase } from '../../kinds/data.js';
import { html, type Markup } from '../../kinds/html.js';
import { mark } from '../../kinds/sketch.js';
import { defineKind } from '../../kinds/kind.js';
import { PRODUCT_PAGES, productOf } from './subject.js';

export const buyForm = defineKind({
  name: 'buy-form',
  version: 1,
  title: 'Buy form',
  sentence: 'Options, quantity and the button that adds it to the cart.',
  fits: PRODUCT_PAGES,
  fields: {
    action: text('Button', 'What the button says.', { default: 'Add to cart', max: 40 }),
    soldOut: text('When sold out', 'What is shown instead of the button.', { default: 'Sold out for now', max: 80 }),
    quantity: toggle('Quantity', 'Lets the shopper choose how many.', { default: true }),
    size: choice('Size of the button', 'How large the button is.', { medium: 'Medium', wide: 'Full width' }, 'wide'),
  },
  readsPage: true,
  shows: ['cart'],
  view({ action, soldOut, quantity, size }, view) {
    const product = productOf(view);
    const { lines, refused } = view.facts.cart;
    // A program may not say which form it is; then the choice is kept in every one.
    const tried = refused && [view.id, ''].includes(refused.section) ? refused : undefined;
    const own = lines.filter((line) => line.product === product.code);
    const available = product.variants.some((variant) => variant.stock > 0);
    const status = html`${refused && html`<p class="buy-refused" role="alert">${refused.reason}</p>`}${own.length > 0 && html`<p class="buy-done" role="status">In your cart: ${own.map((line) => `${line.quantity} × ${line.options || line.title}`).join(', ')}</p>`}`;
    if (!available) return html`<p class="buy-none">${soldOut}</p>${status}`;
    return html`<form class="buy" method="post" action="/cart"><input type="hidden" name="product" value="${product.code}"><input type="hidden" name="back-to" value="${view.id}">${product.options.map((option) => optionChoice(option, product, view.id, tried))}${quantity && quantityInput(view.id, tried)}<button class="button button-${size}" type="submit">${action}</button></form>${status}`;
  },
  css: `.buy{display:flex;flex-wrap:wrap;gap:1rem;align-items:end}.buy-field{display:grid;gap:.25rem;flex:1 1 9rem}.buy-field label{font-size:.9375rem;font-weight:600}.buy-quantity{flex:0 0 6rem}.buy input[type=number]{width:100%}.button-wide{flex:1 1 100%}.buy-done,.buy-refused,.buy-none{margin:.9rem 0 0;border-inline-start:3px solid var(--accent);padding:.35rem 0 .35rem .9rem}.buy-none{margin:0}`,
  sketch: ({ quantity, size }) => ({
    height: 240,
    marks: [
      mark('box', 0, 0, 560, 80),
      ...(quantity ? [mark('box', 600, 0, 260, 80)] : []),
      mark('button', 0, 130, size === 'wide' ? 1200 : 480, 100),
    ],
  }),
});

type Tried = RefusedPurchase | undefined;

function optionChoice(
  { name, values }: Product['options'][number],
  product: Product,
  section: string,
  tried: Tried,
): Markup {
  const id = `${section}-${name}`;
  const inStock = (value: string): boolean =>
    product.variants.some((variant) => variant.options[name] === value && variant.stock > 0);
  const wasChosen = (value: string): boolean =>
    tried !== undefined && Object.hasOwn(tried.options, name) && tried.options[name] === value;
  return html`<div class="buy-field"><label for="${id}">${name}</label><select id="${id}" name="option.${name}">${values.map((value) => html`<option value="${value}"${wasChosen(value) && SELECTED}${!inStock(value) && html` disabled`}>${value}${!inStock(value) && ' – sold out'}</option>`)}</select></div>`;
}

const SELECTED = html` selected`;

const quantityInput = (section: string, tried: Tried): Markup =>
  html`<div class="buy-field buy-quantity"><label for="${section}-quantity">Quantity</label><input id="${section}-quantity" name="quantity" type="number" min="1" max="99" value="${tried?.quantity ?? 1}" inputmode="numeric" required></div>`;
