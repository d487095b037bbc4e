/** Tables for people: columns as wide as their longest cell, cut to the terminal. */
import { cut, sure } from '@parlour/core';
import { BOLD, PLAIN } from './printable.js';

const bold = (text: string): string =>
  process.stdout.isTTY && !process.env['NO_COLOR'] ? `${BOLD}${text}${PLAIN}` : text;

/**
 * @param heads column titles; one that starts with `>` is set to the right
 * @param rows cells as text
 */
export function table(heads: readonly string[], rows: readonly (readonly string[])[]): string {
  const right = heads.map((head) => head.startsWith('>'));
  const titles = heads.map((head) => head.replace(/^>/, ''));
  const widths = titles.map((title, i) => Math.max(title.length, ...rows.map((row) => (row[i] ?? '').length)));
  const room = process.stdout.columns ?? 200;
  const line = (cells: readonly string[]): string => {
    const text = cells
      .map((cell, i) => (right[i] ? cell.padStart(sure(widths[i])) : cell.padEnd(sure(widths[i]))))
      .join('  ')
      .trimEnd();
    return cut(text, room);
  };
  return [bold(line(titles)), ...rows.map(line)].join('\n');
}
