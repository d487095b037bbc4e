/** The format of what is stored. The first one is today's; a later one brings older documents up to date here. */
import { Problem } from '../problem.js';
import { FORMAT } from '../documents/document.js';

/**
 * What was stored, a published document or one of a draft, as this program understands it.
 * @param called what it is called at the start of the sentence if it is refused
 * @throws Problem `newer-format`
 */
export function inTodaysFormat<D extends { readonly format: number }>(
  stored: D,
  called = 'A document of this design',
  place?: string,
): D {
  if (stored.format <= FORMAT) return stored;
  throw new Problem(
    'newer-format',
    `${called} is of format ${stored.format}; this program knows formats up to ${FORMAT}.`,
    { ...(place === undefined ? {} : { place }), remedy: 'Update Parlour, or revert to an older revision.' },
  );
}
