/** Tables as comma-separated values (RFC 4180). */

/** Programs that read tables take a cell that begins so for a formula, and work it out. */
const FORMULA = /^[=+\-@\t\r]/;

function cell(value: string): string {
  const safe = FORMULA.test(value) ? `'${value}` : value;
  return /[",\r\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe;
}

/**
 * A table with its heads, lines ended as the standard says. A text that a program could take for a formula gets an
 * apostrophe in front.
 * @example csv(['Mail'], [['a@b.example']]) // 'Mail\r\na@b.example\r\n'
 */
export const csv = (heads: readonly string[], rows: readonly (readonly string[])[]): string =>
  [heads, ...rows].map((row) => `${row.map(cell).join(',')}\r\n`).join('');
