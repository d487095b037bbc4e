/** A product as it stands in rows and listings. */
import { escapeText } from '../../fields/prose.js';
import type { ProductCard } from '../../kinds/data.js';
import { raw, type Markup } from '../../kinds/html.js';
import { pictureTag } from '../../kinds/picture.js';
import type { View } from '../../kinds/view.js';

/** The level of a card's heading: one below the heading it stands under. */
export type CardLevel = 'h2' | 'h3';

// Cards, their pictures and prices stand on pages by the dozen, so they are written out, which takes half the time of
// the `html` tag. Every text must be escaped by hand here.
export function card(product: ProductCard, view: View, sizes: string, level: CardLevel): Markup {
  const { picture, path, title, brand, available } = product;
  const image = picture ? pictureTag(picture, sizes).text : '';
  const soldOut = available ? '' : ` <span class="quiet">· ${escapeText(view.word('sold-out'))}</span>`;
  const lang = view.catalogueLang.text;
  return raw(
    `<li class="card"><div class="card-picture"${lang}>${image}</div><${level} class="card-title"${lang}><a href="${escapeText(path)}">${escapeText(title)}</a></${level}><div class="card-brand"${lang}>${escapeText(brand)}</div><div>${amount(product, view).text}${soldOut}</div></li>`,
  );
}

/** A price, with the was-price of what is reduced. */
export function amount(
  { price, wasPrice, varies }: Pick<ProductCard, 'price' | 'wasPrice' | 'varies'>,
  view: Pick<View, 'money' | 'word'>,
): Markup {
  const shown = escapeText(varies ? view.word('from-price', { price: view.money(price) }) : view.money(price));
  if (wasPrice === null) return raw(`<span class="amount">${shown}</span>`);
  return raw(
    `<span class="amount amount-reduced">${shown}</span><s class="amount was">${escapeText(view.money(wasPrice))}</s>`,
  );
}
