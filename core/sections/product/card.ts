/** A product as it stands in rows and listings. */
import { escapeText } from '../../fields/prose.js';
import type { ProductCard } from '../../kinds/data.js';
import { raw, type Markup } from '../../kinds/html.js';
import { pictureTag } from '../../kinds/picture.js';
import type { View } from '../../kinds/view.js';

/** The level of a card's heading: one below the heading it stands under. */
export type CardLevel = 'h2' | 'h3';

/**
 * The cards of products. They stand on pages by the dozen, so they are written out, which takes half the time of the
 * `html` tag: every text must be escaped by hand here. What is between the texts of a card is the same for all, and
 * joined once, since a page takes as long as it has pieces.
 */
export function cardList(products: readonly ProductCard[], view: View, sizes: string, level: CardLevel): Markup {
  // What nobody has translated says its language.
  const lang = view.langOf({}).text;
  const start = ['<li class="card"><div class="card-picture"', lang, '>'].join('');
  const beforePath = ['</div><', level, ' class="card-title"', lang, '><a href="'].join('');
  const beforeTranslated = ['</div><', level, ' class="card-title"><a href="'].join('');
  const beforeBrand = ['</a></', level, '><div class="card-brand"', lang, '>'].join('');
  const beforeTranslatedBrand = ['</a></', level, '><div class="card-brand">'].join('');
  const soldOut = [' <span class="quiet">· ', escapeText(view.word('sold-out')), '</span>'].join('');
  let out = '';
  for (const product of products) {
    const { picture, path, title, brand, available, translated, brandTranslated } = product;
    const before = translated?.length ? beforeTranslated : beforePath;
    const between = brandTranslated ? beforeTranslatedBrand : beforeBrand;
    const image = picture ? pictureTag(picture, sizes).text : '';
    out += `${start}${image}${before}${escapeText(path)}">${escapeText(title)}${between}${escapeText(brand)}</div><div>${amountText(product, view)}${available ? '' : soldOut}</div></li>`;
  }
  return raw(out);
}

type Priced = Pick<ProductCard, 'price' | 'wasPrice' | 'varies'>;

/** A price, with the was-price of what is reduced. */
export const amount = (product: Priced, view: Pick<View, 'money' | 'word'>): Markup => raw(amountText(product, view));

function amountText({ price, wasPrice, varies }: Priced, view: Pick<View, 'money' | 'word'>): string {
  const shown = escapeText(varies ? view.word('from-price', { price: view.money(price) }) : view.money(price));
  if (wasPrice === null) return `<span class="amount">${shown}</span>`;
  return `<span class="amount amount-reduced">${shown}</span> <s class="amount was">${escapeText(view.money(wasPrice))}</s>`;
}
