/** The first row of a table: what its columns are, and what parts them. */
import { CsvError, parse } from 'csv-parse/sync';
import { Problem } from '@parlour/core';
import {
  FILE_COLUMNS,
  isColumn,
  MOST_COLUMNS,
  proposedColumns,
  type FileKind,
  type ImportHead,
} from '@parlour/core/files';
import { badFile, isWide, notUtf8 } from './text.js';

/** How far a first row is looked for. */
const MOST_HEAD = 100_000;
const SIGNS = [',', ';', '\t'] as const;

/** The heads of a table, each with the column that it most likely is. @param first the beginning of the file */
export function headsIn(kind: FileKind, first: Uint8Array): ImportHead[] {
  const { row } = firstRow(first);
  // More are refused when it is started.
  const heads = row.slice(0, MOST_COLUMNS + 1);
  const columns = proposedColumns(kind, heads);
  return heads.map((head, i) => ({ head, column: columns[i] ?? null }));
}

/** What parts the cells of a table: the one of comma, semicolon and tabulator that its first row has most of. */
export const signIn = (first: Uint8Array): string => firstRow(first).sign;

function firstRow(first: Uint8Array): { readonly sign: string; readonly row: string[] } {
  if (isWide(first)) throw notUtf8(1);
  // What is wrong further on is told once the file is read. Cut between two characters, its end would look so, too.
  const text = new TextDecoder().decode(first.subarray(0, lineEnd(first)));
  const parted = SIGNS.map((sign) => ({ sign, row: rowIn(text, sign) }));
  const best = parted.reduce((found, next) => (next.row.length > found.row.length ? next : found));
  if (/[\uFFFD\0]/.test(best.row.join(''))) throw notUtf8(1);
  return best;
}

const lineEnd = (bytes: Uint8Array): number => {
  const some = bytes.subarray(0, MOST_HEAD);
  const last = some.lastIndexOf(10);
  return last < 0 ? some.length : last + 1;
};

function rowIn(text: string, delimiter: string): string[] {
  try {
    const [row = []] = parse(text, { delimiter, to: 1, relax_column_count: true, skip_empty_lines: true });
    return row.map((head) => head.trim());
  } catch (error) {
    if (!(error instanceof CsvError)) throw error;
    throw badFile(
      'The first row of the table cannot be read.',
      1,
      'It has the names of the columns, in quotes or not.',
    );
  }
}

/**
 * The heads as they are meant: what was said of them, and the names of columns.
 * @param said what people say a head is; null leaves it out
 * @throws Problem `bad-value` for a head that is none, for two of one column, and without the first column
 */
export function meantHeads(
  kind: FileKind,
  heads: readonly ImportHead[],
  said: Readonly<Record<string, string | null>>,
): ImportHead[] {
  const known = FILE_COLUMNS[kind].map(({ name }) => name).join(', ');
  const wrong = (sentence: string, remedy: string): Problem =>
    new Problem('bad-value', sentence, { place: 'columns', remedy });
  if (heads.length > MOST_COLUMNS)
    throw wrong(`The table has more than ${MOST_COLUMNS} columns.`, 'Take out what is not needed.');
  const stranger = Object.keys(said).find((head) => !heads.some((one) => one.head === head));
  if (stranger !== undefined)
    throw wrong(`The table has no column “${stranger}”.`, `It has: ${heads.map(({ head }) => head).join(', ')}.`);
  const meant = heads.map(({ head }): ImportHead => {
    const column = Object.hasOwn(said, head) ? (said[head] ?? null) : isColumn(kind, head) ? head : undefined;
    if (column === undefined)
      throw wrong(
        `It is not known what the column “${head}” is.`,
        `Say which of these it is, or leave it out: ${known}.`,
      );
    if (column !== null && !isColumn(kind, column))
      throw wrong(`There is no column “${column}”, which “${head}” is said to be.`, `It is one of these: ${known}.`);
    return { head, column };
  });
  const columns = meant.flatMap(({ column }) => column ?? []);
  const twice = columns.find((column, i) => columns.indexOf(column) !== i);
  if (twice !== undefined) throw wrong(`Two columns of the table are “${twice}”.`, 'Leave one of them out.');
  const [key = ''] = FILE_COLUMNS[kind].map(({ name }) => name);
  if (!columns.includes(key))
    throw wrong(`No column of the table says the code of each ${kind}.`, `Say which one is “${key}”.`);
  return meant;
}
