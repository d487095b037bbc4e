/** How columns share the width, as somebody writes it: a number for each, such as “2 1 1”. */

/** One to six numbers from 1 to 99 with spaces between them. */
export const SHARES_FORM = {
  pattern: '^ *[1-9][0-9]?( +[1-9][0-9]?){0,5} *$',
  words: 'a number from 1 to 99 for each column, such as 2 1',
};

/** @returns a share for each of so many columns; those without a number of their own have 1 */
export function readShares(text: string, count: number): number[] {
  const given = text.split(' ').filter(Boolean).map(Number);
  return Array.from({ length: count }, (_, at) => given[at] ?? 1);
}
