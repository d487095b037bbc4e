/** What product rows and listings share: cards side by side, as fields, html, css and sketch. */
import type { PageInfo, ProductCard } from '../../kinds/data.js';
import type { PerDevice } from '../../fields/field.js';
import { choice } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { deviceClasses } from '../../kinds/devices.js';
import { html, type Markup } from '../../kinds/html.js';
import type { Amount, SketchPart } from '../../kinds/sketch.js';
import type { View } from '../../kinds/view.js';
import type { MoreOfCards, Need } from '../../kinds/needs.js';
import { CARD_FIELDS_OF_SECTION, type CardSettings } from '../../look/card-settings.js';
import { cardSettingsFor } from '../../look/cards-on.js';
import { PICTURE_RATIOS, PICTURE_SHAPES } from '../../look/settings.js';
import { moreOf } from './card-parts.js';
import { cardList, type CardLevel } from './card.js';

/** How many cards stand side by side, and the shape of their pictures. */
export const GRID_FIELDS = {
  across: choice(
    'Across',
    'How many are side by side; phones show one or two.',
    { '1': 'One', '2': 'Two', '3': 'Three', '4': 'Four', '5': 'Five' },
    '4',
    { perDevice: true },
  ),
  pictures: choice(
    'Pictures',
    'The shape the pictures are cut to; “as in the look” follows the store’s look.',
    { look: 'As in the look', ...PICTURE_SHAPES },
    'look',
    { follows: 'pictureRatio', group: 'Cards' },
  ),
} as const;
/** The same, and what is on the cards of products. */
export const CARD_FIELDS = { ...GRID_FIELDS, ...CARD_FIELDS_OF_SECTION } as const;

/**
 * How many products one page shows where so many were asked for: full rows, on wide screens and on phones.
 * @param across as `GRID_FIELDS` has it
 * @returns at least `count`
 */
export function fullRows(count: number, { desktop, tablet, phone }: PerDevice<string>): number {
  const isSame = desktop === tablet && tablet === phone;
  // Where phones were given no number of their own, they have room for two.
  const rows = [Number(desktop), Number(tablet), isSame ? Math.min(Number(phone), 2) : Number(phone)];
  const step = rows.reduce(leastCommonMultiple);
  return Math.ceil(count / step) * step;
}

const leastCommonMultiple = (a: number, b: number): number => {
  let multiple = a;
  while (multiple % b !== 0) multiple += a;
  return multiple;
};

interface CardValues extends CardSettings {
  readonly across: PerDevice<string>;
  readonly pictures: string;
}

/** What has to be asked of products for the cards of a section. */
export const moreOfCards = (values: CardSettings, page: PageInfo): MoreOfCards =>
  moreOf(cardSettingsFor(values, page.cards));

/** What sections need whose cards have an action. */
export const actionNeeds = (values: CardSettings, page: PageInfo): Need[] =>
  cardSettingsFor(values, page.cards).cardAction === 'none' ? [] : [{ type: 'path', page: 'cart' }];

export function cards(products: readonly ProductCard[], values: CardValues, view: View, level: CardLevel): Markup {
  const settings = cardSettingsFor(values, view.page.cards);
  const { secondPicture, pictureUnderPointer, cardAction, cardActionShown, cardActionPlace, cardActionSize } = settings;
  const shape = values.pictures === 'look' ? '' : ` cut-${values.pictures}`;
  const second = secondPicture === 'none' ? '' : ` second-${secondPicture}`;
  const grows = pictureUnderPointer === 'grow' ? ' pictures-grow' : '';
  const action =
    cardAction === 'none'
      ? ''
      : ` action-${cardActionPlace} action-${cardActionSize}${cardActionShown === 'pointer' ? ' action-pointer' : ''}`;
  return html`<ul class="cards ${deviceClasses('across', values.across)}${shape}${second}${grows}${action}">${cardList(products, view, SIZES, level, settings)}</ul>`;
}

/** How wide the picture of a card is shown, by the groundwork's steps. */
const SIZES = '(min-width:60rem) 25vw, (min-width:44rem) 33vw, 50vw';
const COUNTS = [1, 2, 3, 4, 5];

/** What only some stores show on cards. */
const PARTS_CSS = css`
  .card-badges {
    position: absolute;
    z-index: 2;
    inset-block-start: 0.6em;
    inset-inline-start: 0.6em;
    display: flex;
    flex-wrap: wrap;
    gap: 0.35em;
    margin: 0;
    pointer-events: none;
  }
  .card-badge {
    border-radius: var(--corner);
    background: var(--badge);
    padding: 0.2em 0.6em;
    color: var(--on-badge);
    font-size: 0.8125em;
    font-weight: 600;
    line-height: 1.4;
  }
  .card-badge-sold-out,
  .card-badge-own {
    background: var(--background);
    color: var(--text);
  }
  .card-summary {
    margin-block: 0.15em;
    font-size: 0.9375em;
  }
  .card-rating,
  .card-saving {
    font-size: 0.9375em;
  }
  .card-saving {
    color: var(--reduced, var(--accent));
  }
  .card-strip {
    position: relative;
    z-index: 1;
    display: flex;
    block-size: 100%;
    overflow-x: auto;
    scroll-snap-type: x mandatory;
    scrollbar-width: none;
  }
  .card-strip img {
    flex: 0 0 100%;
    min-inline-size: 0;
    scroll-snap-align: start;
  }
  .second-peek .card-strip {
    gap: 0.3em;
  }
  .second-peek .card-strip img {
    flex-basis: 86%;
  }
  @media (hover: hover) {
    :is(.second-swap, .second-fade) .card-strip img:last-child {
      position: absolute;
      inset: 0;
      opacity: 0;
    }
    .second-fade .card-strip img:last-child {
      transition: opacity calc(var(--motion) * 2);
    }
    :is(.second-swap, .second-fade) .card:is(:hover, :focus-within) .card-strip img:last-child {
      opacity: 1;
    }
  }
  .card-action {
    position: relative;
    z-index: 1;
    display: flex;
    margin-block-start: auto;
    padding-block-start: 0.6em;
  }
  .action-middle .card-action {
    justify-content: center;
  }
  .action-end .card-action {
    justify-content: flex-end;
  }
  .action-full .card-action > *,
  .action-full .card-action button {
    flex: 1;
    inline-size: 100%;
    text-align: center;
  }
  .action-small .card-action :is(a, button) {
    font-size: 0.875em;
  }
  .action-large .card-action :is(a, button) {
    font-size: 1.125em;
  }
  .card-said {
    position: relative;
    z-index: 1;
    margin-block: 0.5em 0;
    font-size: 0.9375em;
  }
  @media (hover: hover) {
    .action-pointer .card-action {
      opacity: 0;
      transition: opacity var(--motion);
    }
    .action-pointer .card:is(:hover, :focus-within) .card-action {
      opacity: 1;
    }
  }
  .pictures-grow .card-picture img {
    transition: scale var(--motion);
  }
  .pictures-grow .card:hover .card-picture img {
    scale: 1.05;
  }
`;

export const GRID_CSS = css`
  ${Object.entries(PICTURE_RATIOS)
    .map(([shape, ratio]) => `.cut-${shape} { --ratio: ${ratio}; }`)
    .join('\n')}
  ${COUNTS.filter((count) => count !== 4)
    .map((count) => `.across-${count} { --across: ${count}; }`)
    .join('\n')}
  /* In little room others are fewer, and this is as few as can be. */
  .across-1 {
    grid-template-columns: minmax(0, 1fr);
  }
  .across-2 {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
  @media (max-width: 1023px) {
    ${COUNTS.map((count) => `.t-across-${count} { grid-template-columns: repeat(${count}, minmax(0, 1fr)); }`).join('\n')}
  }
  @media (max-width: 599px) {
    ${COUNTS.map((count) => `.p-across-${count} { grid-template-columns: repeat(${count}, minmax(0, 1fr)); }`).join('\n')}
  }
`;

/** The rules of product cards. */
export const CARDS_CSS = GRID_CSS + PARTS_CSS;

/** @param count how many cards there are */
export const cardsSketch = (count: Amount): SketchPart => ({
  across: { of: 'across' },
  count,
  rows: 3,
  grid: [
    { draw: 'picture', height: 260 },
    16,
    { draw: 'text', width: 180, height: 12 },
    14,
    { draw: 'text', width: 90, height: 10 },
    32,
  ],
});
