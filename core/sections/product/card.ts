/** A product as it stands in rows and listings. */
import type { ProductCard } from '../../kinds/data.js';
import { html, raw, type Markup } from '../../kinds/html.js';
import { pictureTag } from '../../kinds/picture.js';
import type { View } from '../../kinds/view.js';

/** @param level the level of its heading: one below the heading it stands under */
export function card(product: ProductCard, view: View, sizes: string, level: 'h2' | 'h3'): Markup {
  return html`<li class="card"><div class="card-picture">${product.picture && pictureTag(product.picture, sizes)}</div><${raw(level)} class="card-title"><a href="${product.path}">${product.title}</a></${raw(level)}><div class="card-brand">${product.brand}</div><div>${amount(product, view)}${!product.available && html` <span class="quiet">· sold out</span>`}</div></li>`;
}

/** A price, with the was-price of what is reduced. */
export function amount(
  { price, wasPrice, varies }: Pick<ProductCard, 'price' | 'wasPrice' | 'varies'>,
  view: Pick<View, 'money'>,
): Markup {
  const from = varies && 'from ';
  if (wasPrice === null) return html`<span class="amount">${from}${view.money(price)}</span>`;
  return html`<span class="amount amount-reduced">${from}${view.money(price)}</span><s class="amount was">${view.money(wasPrice)}</s>`;
}
