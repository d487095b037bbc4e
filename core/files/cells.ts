/** Values as the cell of a table: written so that reading gives the same again. */

/** Several texts in one cell. Commas, equals signs and line ends in them stand behind a backslash. */
export const listCell = (values: readonly string[]): string => values.map(escaped).join(',');
/** @example listOf('two-line, gift') // ['two-line', 'gift'] */
export const listOf = (cell: string): string[] => parted(cell, ',').map(plainly).filter(Boolean);

/** Names with their values, a line each: `Colour=Moss,Sand`. */
export const namedCell = (all: readonly { readonly name: string; readonly values: readonly string[] }[]): string =>
  all.map(({ name, values }) => `${escaped(name)}=${listCell(values)}`).join('\n');
/** @returns null if a line is not NAME=VALUE,VALUE */
export function namedOf(cell: string): { name: string; values: string[] }[] | null {
  const all = linesOf(cell).map((line) => {
    const [name = '', ...rest] = parted(line, '=');
    return rest.length === 1 ? { name: plainly(name), values: listOf(rest[0] ?? '') } : null;
  });
  // The filter has taken out what could not be read.
  return all.includes(null) ? null : all.filter((one) => one !== null);
}

/** Pictures, a line each: the hash, and what it shows. */
export const picturesCell = (all: readonly { readonly hash: string; readonly alt: string }[]): string =>
  all.map(({ hash, alt }) => `${hash} ${escaped(alt)}`.trimEnd()).join('\n');
export const picturesOf = (cell: string): { hash: string; alt: string }[] =>
  linesOf(cell).map((line) => {
    const [, hash = '', alt = ''] = /^(\S*) ?(.*)$/.exec(line) ?? [];
    return { hash, alt: plainly(alt) };
  });

const linesOf = (cell: string): string[] => cell.split(/\r?\n/).filter((line) => line.trim() !== '');

const escaped = (text: string): string =>
  text
    .replace(/[\\,=]/g, '\\$&')
    .replace(/\n/g, '\\n')
    .replace(/\r/g, '\\r')
    .replace(/^ | $/g, '\\ ');
const plainly = (text: string): string =>
  text
    .replace(/^ +|(?<!\\) +$/g, '')
    .replace(/\\(.)/gs, (_, sign: string) => (sign === 'n' ? '\n' : sign === 'r' ? '\r' : sign));

/** Parts a text at a sign that stands behind no backslash. */
function parted(text: string, sign: string): string[] {
  const parts = [''];
  for (let i = 0; i < text.length; i++) {
    if (text[i] === sign) parts.push('');
    else {
      const last = parts.length - 1;
      parts[last] += text[i] === '\\' ? text.slice(i, ++i + 1) : (text[i] ?? '');
    }
  }
  return parts;
}
