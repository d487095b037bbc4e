/** Tables as comma-separated values (RFC 4180). */

/**
 * Programs that read tables take a cell that begins so for a formula, and work it out. Some part cells at other signs
 * than commas, and do not see then that they stand in quotes.
 */
const FORMULA = /^[=+\-@\t\r]/;
const INSIDE = /[;|\t\r\n](?=[=+\-@])/g;

function cell(value: string): string {
  const inside = value.replace(INSIDE, "$&'");
  const safe = FORMULA.test(inside) ? `'${inside}` : inside;
  return /[",;|\t\r\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe;
}

/**
 * A table with its heads, lines ended as the standard says. A text that a program could take for a formula gets an
 * apostrophe in front, also inside a cell behind a sign that some programs part cells at.
 * @example csv(['Email'], [['a@b.example']]) // 'Email\r\na@b.example\r\n'
 */
export const csv = (heads: readonly string[], rows: readonly (readonly string[])[]): string =>
  [heads, ...rows].map((row) => `${row.map(cell).join(',')}\r\n`).join('');
