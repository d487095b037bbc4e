/**
 * The parts of a card that only some stores show, each as html, or nothing. They stand on pages by the dozen, and are
 * written out as `card.ts` is: every text must be escaped by hand here.
 */
import { STAR } from '../../catalogue/review.js';
import { escapeText } from '../../fields/prose.js';
import type { ProductCard } from '../../kinds/data.js';
import { html } from '../../kinds/html.js';
import type { MoreOfCards } from '../../kinds/needs.js';
import { GO_ON, sentFrom } from '../../kinds/sent-from.js';
import type { View } from '../../kinds/view.js';
import type { CardSettings } from '../../look/card-settings.js';

/** The words that cards say. */
export const CARD_WORDS = [
  'add-to-cart',
  'added',
  'cart',
  'choose',
  'see-product',
  'from-price',
  'new',
  'percent',
  'reduced',
  'reduced-by',
  'sold-out',
  'stars-of',
  'you-save',
] as const;

/** What has to be asked of products for what their cards show. */
export const moreOf = (settings: CardSettings): MoreOfCards =>
  settings.badgeAttribute !== '' ||
  settings.badgeNew !== 'none' ||
  settings.secondPicture !== 'none' ||
  settings.cardSummary === 'shown' ||
  settings.cardRating === 'shown' ||
  settings.cardAction !== 'none'
    ? settings.badgeAttribute
    : null;

const DAY_MS = 24 * 60 * 60 * 1000;

/** Short words on the picture. */
export function badges(product: ProductCard, settings: CardSettings, view: View): string {
  const { badgeNew, badgeReduced, badgeSoldOut, badgeAttribute } = settings;
  if (badgeNew === 'none' && badgeReduced === 'none' && badgeSoldOut === 'none' && badgeAttribute === '') return '';
  const { available, more } = product;
  const percent = percentSaved(product);
  let all = '';
  if (!available && badgeSoldOut === 'shown') all += badge('sold-out', view.word('sold-out'));
  if (percent > 0 && badgeReduced !== 'none')
    all += badge('reduced', badgeReduced === 'word' ? view.word('reduced') : view.word('reduced-by', { percent }));
  if (more && badgeNew !== 'none' && view.isNow({ from: '', until: daysAfter(more.since, Number(badgeNew)) }))
    all += badge('new', view.word('new'));
  if (more && more.attribute !== '' && badgeAttribute !== '')
    all += badge('own', more.attribute, more.spoken.includes('attribute') ? '' : view.langOf({}).text);
  return all === '' ? '' : `<div class="card-badges">${all}</div>`;
}

const badge = (of: string, words: string, lang = ''): string =>
  `<span class="card-badge card-badge-${of}"${lang}>${escapeText(words)}</span>`;

const daysAfter = (instant: string, days: number): string =>
  new Date(new Date(instant).getTime() + days * DAY_MS).toISOString();

/** Beside the price, where no badge says it. */
export const soldOutBeside = ({ badgeSoldOut }: CardSettings, view: View): string =>
  badgeSoldOut === 'shown' ? '' : ` <span class="quiet">· ${escapeText(view.word('sold-out'))}</span>`;

export function summary({ more }: ProductCard, { cardSummary }: CardSettings, view: View): string {
  if (cardSummary !== 'shown' || !more || more.summary === '') return '';
  const lang = more.spoken.includes('summary') ? '' : view.langOf({}).text;
  return `<p class="card-summary"${lang}>${escapeText(more.summary)}</p>`;
}

export function rating({ more }: ProductCard, { cardRating }: CardSettings, view: View): string {
  if (cardRating !== 'shown' || !more || more.rating === null) return '';
  const stars = view.locale.number(Math.round((more.rating / STAR) * 10) / 10);
  const count = more.reviews;
  return `<div class="card-rating"><span class="hidden-words">${escapeText(view.word('stars-of', { stars, count }))}</span><span aria-hidden="true">★ ${escapeText(stars)} <span class="quiet">(${escapeText(view.locale.number(count))})</span></span></div>`;
}

export function saving(product: ProductCard, { cardSaving }: CardSettings, view: View): string {
  const percent = percentSaved(product);
  if (cardSaving === 'none' || percent <= 0 || product.wasPrice === null) return '';
  const saved =
    cardSaving === 'amount' ? view.money(product.wasPrice - product.price) : view.word('percent', { percent });
  return `<div class="card-saving">${escapeText(view.word('you-save', { saved }))}</div>`;
}

/** What is the same in the actions of all cards of a section; null if they have none. */
export interface CardAction {
  /** Where forms are sent, and from where. */
  readonly begin: string;
  /** The class of a button or a link. */
  readonly shape: string;
  readonly toCart: string;
}

export function actionOf({ cardAction }: CardSettings, view: View): CardAction | null {
  if (cardAction === 'none') return null;
  return {
    begin:
      html`<form method="post" action="${view.locale.prefix}/cart">${sentFrom(view)}<input type="hidden" name="${GO_ON}" value="cart">`
        .text,
    shape: cardAction === 'button' ? 'button' : 'button-quiet',
    toCart: view.link({ to: 'cart' })?.text ?? '',
  };
}

/** Puts into the cart what needs no choice; else leads to the product. Says what came of it where it was pressed. */
export function actionHtml(product: ProductCard, action: CardAction, view: View): string {
  const { code, title, path, available, more } = product;
  const single = available ? (more?.single ?? null) : null;
  // Many buttons that say the same are told apart by the name of the product.
  const words = (name: 'add-to-cart' | 'choose' | 'see-product'): string =>
    `${escapeText(view.word(name))}<span class="hidden-words"> ${escapeText(title)}</span>`;
  const inner = single
    ? `${action.begin}<input type="hidden" name="product" value="${escapeText(code)}">${Object.entries(single)
        .map(([name, value]) => `<input type="hidden" name="option.${escapeText(name)}" value="${escapeText(value)}">`)
        .join('')}<button class="${action.shape}" type="submit">${words('add-to-cart')}</button></form>`
    : `<a class="${action.shape}" href="${escapeText(path)}">${words(available ? 'choose' : 'see-product')}</a>`;
  return `<div class="card-action">${inner}</div>${outcome(code, action, view)}`;
}

/** What came of the action of a card that was just pressed. */
function outcome(code: string, { toCart }: CardAction, view: View): string {
  if (view.form?.typed['product'] !== code) return '';
  const { done, refused } = view.form;
  return done
    ? `<p class="card-said" role="status">${escapeText(view.word('added'))} <a ${toCart}>${escapeText(view.word('cart'))}</a></p>`
    : `<p class="card-said" role="alert">${escapeText(refused)}</p>`;
}

/** By how much a product is reduced, in whole percent, rounded down so that nobody is promised more; 0 if it is not. */
const percentSaved = ({ price, wasPrice }: ProductCard): number =>
  wasPrice === null || wasPrice <= price ? 0 : Math.floor(((wasPrice - price) / wasPrice) * 100);
