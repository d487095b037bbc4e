/** Tables for people: columns as wide as their longest cell, cut to the terminal. */
const BOLD = '\u001b[1m';
const PLAIN = '\u001b[0m';
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
      .map((cell, i) => (right[i] ? cell.padStart(widths[i] as number) : cell.padEnd(widths[i] as number)))
      .join('  ')
      .trimEnd();
    return text.length > room ? `${text.slice(0, room - 1)}…` : text;
  };
  return [bold(line(titles)), ...rows.map(line)].join('\n');
}
