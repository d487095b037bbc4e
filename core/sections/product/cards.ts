/** What product rows and listings share: cards side by side, as fields, html, css and sketch. */
import type { ProductCard } from '../../kinds/data.js';
import type { PerDevice } from '../../fields/field.js';
import { choice } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { deviceClasses } from '../../kinds/devices.js';
import { html, type Markup } from '../../kinds/html.js';
import type { Amount, SketchPart } from '../../kinds/sketch.js';
import type { View } from '../../kinds/view.js';
import { PICTURE_RATIOS, PICTURE_SHAPES } from '../../look/settings.js';
import { cardList, type CardLevel } from './card.js';

/** How many cards stand side by side, and the shape of their pictures. */
export const CARD_FIELDS = {
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
    { follows: 'pictureRatio' },
  ),
} as const;

/**
 * How many products one page shows where so many were asked for: full rows, on wide screens and on phones.
 * @param across as `CARD_FIELDS` has it
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

interface CardValues {
  readonly across: PerDevice<string>;
  readonly pictures: string;
}

export function cards(
  products: readonly ProductCard[],
  { across, pictures }: CardValues,
  view: View,
  level: CardLevel,
): Markup {
  return html`<ul class="cards ${deviceClasses('across', across)}${pictures !== 'look' && ` cut-${pictures}`}">${cardList(products, view, SIZES, level)}</ul>`;
}

/** How wide the picture of a card is shown, by the groundwork's steps. */
const SIZES = '(min-width:60rem) 25vw, (min-width:44rem) 33vw, 50vw';
const COUNTS = [1, 2, 3, 4, 5];

export const CARDS_CSS = css`
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
