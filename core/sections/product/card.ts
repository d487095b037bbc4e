/** A product as it stands in rows and listings. */
import { escapeText } from '../../fields/prose.js';
import type { ProductCard } from '../../kinds/data.js';
import { raw, type Markup } from '../../kinds/html.js';
import { pictureTag } from '../../kinds/picture.js';
import type { View } from '../../kinds/view.js';
import type { CardSettings } from '../../look/card-settings.js';
import { actionHtml, actionOf, badges, rating, saving, soldOutBeside, summary } from './card-parts.js';

/** The level of a card's heading: one below the heading it stands under. */
export type CardLevel = 'h2' | 'h3';

/**
 * The cards of products. They stand on pages by the dozen, so they are written out, which takes half the time of the
 * `html` tag: every text must be escaped by hand here. What is between the texts of a card is the same for all, and
 * joined once, since a page takes as long as it has pieces.
 */
export function cardList(
  products: readonly ProductCard[],
  view: View,
  sizes: string,
  level: CardLevel,
  settings: CardSettings,
): Markup {
  // What nobody has translated says its language.
  const lang = view.langOf({}).text;
  const start = ['<li class="card"><div class="card-picture"', lang, '>'].join('');
  const beforePath = ['<', level, ' class="card-title"', lang, '><a href="'].join('');
  const beforeTranslated = ['<', level, ' class="card-title"><a href="'].join('');
  const afterTitle = ['</a></', level, '>'].join('');
  const beforeBrand = ['<div class="card-brand"', lang, '>'].join('');
  const beforeTranslatedBrand = '<div class="card-brand">';
  const action = actionOf(settings, view);
  const hasBrand = settings.cardBrand === 'shown';
  let out = '';
  for (const product of products) {
    const { picture, path, title, brand, available, translated, brandTranslated } = product;
    const before = translated?.length ? beforeTranslated : beforePath;
    const named = hasBrand ? `${brandTranslated ? beforeTranslatedBrand : beforeBrand}${escapeText(brand)}</div>` : '';
    const image = picture ? pictureTag(picture, sizes).text : '';
    const second = settings.secondPicture === 'none' ? null : (product.more?.second ?? null);
    // The link of the title covers the card; a strip that can be swiped lies over it, and leads there too.
    const pictures = second
      ? `<a class="card-strip" href="${escapeText(path)}" tabindex="-1" aria-hidden="true">${image}${pictureTag(second, sizes).text}</a>`
      : image;
    const soldOut = available ? '' : soldOutBeside(settings, view);
    out += `${start}${pictures}</div>${badges(product, settings, view)}${before}${escapeText(path)}">${escapeText(title)}${afterTitle}${named}${summary(product, settings, view)}${rating(product, settings, view)}<div>${amountText(product, view)}${soldOut}</div>${saving(product, settings, view)}${action ? actionHtml(product, action, view) : ''}</li>`;
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
