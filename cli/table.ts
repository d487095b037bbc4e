/** Tables for people: columns as wide as their longest cell; where that is more than the terminal has, the widest give way. */
import { cut, sure } from '@parlour/core';
import { BOLD, PLAIN } from './printable.js';

/** Spaces between columns. */
const GAP = 2;
/** No column is cut to less, in characters. */
const LEAST = 16;

const bold = (text: string): string =>
  process.stdout.isTTY && !process.env['NO_COLOR'] ? `${BOLD}${text}${PLAIN}` : text;

/**
 * @param heads column titles; one that starts with `>` is set to the right
 * @param rows cells as text
 */
export function table(heads: readonly string[], rows: readonly (readonly string[])[]): string {
  const right = heads.map((head) => head.startsWith('>'));
  const titles = heads.map((head) => head.replace(/^>/, ''));
  const room = process.stdout.columns ?? 200;
  const longest = titles.map((title, i) => Math.max(title.length, ...rows.map((row) => (row[i] ?? '').length)));
  const widths = fitted(longest, room - GAP * (titles.length - 1));
  const line = (cells: readonly string[]): string => {
    const text = cells
      .map((cell, i) => ({ text: cut(cell, sure(widths[i])), width: sure(widths[i]), toTheRight: right[i] }))
      .map(({ text, width, toTheRight }) => (toTheRight ? text.padStart(width) : text.padEnd(width)))
      .join(' '.repeat(GAP))
      .trimEnd();
    return cut(text, room);
  };
  return [bold(line(titles)), ...rows.map(line)].join('\n');
}

/** Widths that fit into the room, the widest made narrower until they do. */
function fitted(longest: readonly number[], room: number): number[] {
  const widths = [...longest];
  for (let over = widths.reduce((all, one) => all + one, 0) - room; over > 0;) {
    const widest = widths.indexOf(Math.max(...widths));
    const [most, next = LEAST] = [...widths].sort((a, b) => b - a);
    const less = Math.min(over, Math.max(1, sure(most) - Math.max(next, LEAST)));
    if (sure(most) - less < LEAST) break;
    widths[widest] = sure(most) - less;
    over -= less;
  }
  return widths;
}
