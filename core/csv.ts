/** Tables as comma-separated values (RFC 4180). */

/**
 * Programs that read tables take a cell that begins so for a formula, and work it out. Some part cells at other signs
 * than commas, and do not see then that they stand in quotes. An apostrophe in front makes it a text; where a text has
 * one there of its own it gets a further one, so that reading knows.
 */
const FORMULA = /^(?='*[=+\-@\t\r])/;
const INSIDE = /([;|\t\r\n])(?='*[=+\-@])/g;
const OWN_FORMULA = /^(?='+[=+\-@\t\r])/;
const OWN_INSIDE = /([;|\t\r\n])(?='+[=+\-@])/g;
const A_NUMBER = /^-?\d+(\.\d+)?$/;

/** @param harmless whether formulas are made texts, for programs that would work them out */
function cell(value: string, harmless: boolean): string {
  const safe = A_NUMBER.test(value)
    ? value
    : value.replace(harmless ? INSIDE : OWN_INSIDE, "$1'").replace(harmless ? FORMULA : OWN_FORMULA, "'");
  return /[",;|\t\r\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe;
}

/** One row, with the end of its line. */
export const csvRow = (cells: readonly string[], { harmless }: { readonly harmless: boolean }): string =>
  `${cells.map((value) => cell(value, harmless)).join(',')}\r\n`;

/** The text of a cell as it was before it was written, by either way. */
export const cellText = (written: string): string =>
  // Most have no apostrophe at all, and there are millions of them.
  !written.includes("'")
    ? written
    : written.replace(/^'(?='*[=+\-@\t\r])/, '').replace(/([;|\t\r\n])'(?='*[=+\-@])/g, '$1');

/**
 * A table with its heads for people, lines ended as the standard says. A text that a program could take for a formula
 * gets an apostrophe in front, also inside a cell behind a sign that some programs part cells at.
 * @example csv(['Email'], [['a@b.example']]) // 'Email\r\na@b.example\r\n'
 */
export const csv = (heads: readonly string[], rows: readonly (readonly string[])[]): string =>
  [heads, ...rows].map((row) => csvRow(row, { harmless: true })).join('');
