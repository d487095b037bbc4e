/** Reviews as rows, one each. */
import { MOST_STARS, REVIEW_STATES, type Review, type ReviewChange } from '../catalogue/review.js';
import { FILE_COLUMNS } from './columns.js';
import { Cells, type Row, type Told } from './told.js';

/** A review as its row tells of it; of one that is there, an empty cell of product, rating, written or state leaves what it is. */
export function reviewFrom(rows: readonly Row[]): Told<ReviewChange> {
  const cells = new Cells(rows);
  cells.onlyRow('review');
  const text = (column: string): string | undefined => cells.text(column)?.trim();
  const rating = cells.read(
    'rating',
    (value) => (/^\d$/.test(value) && Number(value) >= 1 && Number(value) <= MOST_STARS ? Number(value) : null),
    `It is not a number of stars, from 1 to ${MOST_STARS}.`,
  );
  const state = cells.read(
    'state',
    (value) => REVIEW_STATES.find((one) => one === value) ?? null,
    `It is none of: ${REVIEW_STATES.join(', ')}.`,
  );
  const [product, written] = [text('product'), text('written')];
  const plain = (['title', 'text', 'name', 'language'] as const).flatMap((name) => {
    const said = name === 'text' ? cells.text(name) : text(name);
    return said === undefined ? [] : [[name, said]];
  });
  return {
    code: text('review') ?? '',
    change: {
      ...Object.fromEntries(plain),
      ...(product && { product }),
      ...(rating !== undefined && { rating }),
      ...(written && { written }),
      ...(state && { state }),
    },
    faults: cells.faults,
    cellAt: (place) => cells.cell(FILE_COLUMNS.review.some(({ name }) => name === place) ? place : 'review'),
  };
}

export const reviewHeads = FILE_COLUMNS.review.map(({ name }) => name);

/** The row of a review, under `reviewHeads`; `reviewFrom` makes it of it again. */
export const reviewRow = ({ code, product, rating, title, text, name, language, written, state }: Review): string[] => [
  ...[code, product, String(rating), title, text, name, language, written, state],
];
