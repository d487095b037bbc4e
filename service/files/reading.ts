/** A file as what it tells of, one after the other; however long it is, no more than one of them is in memory. */
import { CsvError, parse, type Info } from 'csv-parse';
import { Readable } from 'node:stream';
import { cellText, check, Problem } from '@parlour/core';
import {
  brandFrom,
  collectionFrom,
  FILE_COLUMNS,
  MOST_ROW,
  productFrom,
  reviewFrom,
  type FileFault,
  type FileKind,
  type ImportHead,
  type Row,
  type Told,
} from '@parlour/core/files';
import { fileLines } from '@parlour/contract';
import { badFile, countLines, textOf } from './text.js';

/** What a file tells of a product, a collection, a brand or a review, checked as a call of the API would be. */
export type ToldThing = Told<object> & {
  readonly line: number;
  /** Characters of the file that tell of it. */
  readonly size: number;
};

export interface Reading {
  readonly kind: FileKind;
  readonly currency: string;
  /** Of a table: its heads with their columns, and what parts its cells. */
  readonly table: { readonly heads: readonly ImportHead[]; readonly sign: string } | null;
}

/** Rows of a collection are the products in it; no product has as many variants. */
const MOST_OF_ONE = 10_000_000;
/** Things of one file: what is seen of each is remembered. */
const MOST_THINGS = 2_000_000;
const MOST_ROWS: Readonly<Record<FileKind, number>> = { product: 1_000, collection: 200_000, brand: 1, review: 1 };

/**
 * Reads a file.
 * @throws Problem `bad-file` where it cannot be read on
 */
export async function* thingsIn(parts: AsyncIterable<Uint8Array>, reading: Reading): AsyncGenerator<ToldThing> {
  const seen = new Map<string, number>();
  for await (const thing of reading.table ? ofTable(parts, reading) : ofLines(parts, reading)) {
    const before = seen.get(thing.code);
    if (thing.code !== '') seen.set(thing.code, before ?? thing.line);
    if (seen.size > MOST_THINGS)
      throw badFile(
        `The file tells of more than ${MOST_THINGS.toLocaleString('en')} things.`,
        thing.line,
        'Make several files of it.',
      );
    yield before === undefined ? thing : refused(thing, `Line ${before} tells of it already.`);
  }
}

const FROM = { product: productFrom, collection: collectionFrom, brand: brandFrom, review: reviewFrom } as const;

async function* ofTable(
  parts: AsyncIterable<Uint8Array>,
  { kind, currency, table }: Reading,
): AsyncGenerator<ToldThing> {
  const [key = ''] = FILE_COLUMNS[kind].map(({ name }) => name);
  let rows: Row[] = [];
  let size = 0;
  const told = (): ToldThing => ({ ...checked(FROM[kind](rows, currency), kind), line: rows[0]?.line ?? 0, size });
  try {
    for await (const row of rowsIn(parts, table ?? { heads: [], sign: ',' })) {
      const code = row.cells[key]?.trim() ?? '';
      const [first] = rows;
      if (first && code !== '' && code !== first.cells[key]?.trim()) {
        yield told();
        [rows, size] = [[], 0];
      }
      rows.push(row);
      for (const name in row.cells) size += row.cells[name]?.length ?? 0;
      if (size > MOST_OF_ONE)
        throw badFile(
          `The rows of one ${kind} have more than ${MOST_OF_ONE.toLocaleString('en')} characters.`,
          row.line,
        );
      if (MOST_ROWS[kind] > 1 && rows.length > MOST_ROWS[kind])
        throw badFile(`More than ${MOST_ROWS[kind]} rows are of one ${kind}.`, row.line, 'Give each its code.');
    }
  } catch (error) {
    // What was read of the last one is looked at, too.
    if (rows.length > 0) yield told();
    throw error;
  }
  if (rows.length > 0) yield told();
}

/** The rows of a table with the lines that they begin in. */
async function* rowsIn(
  parts: AsyncIterable<Uint8Array>,
  { heads, sign }: NonNullable<Reading['table']>,
): AsyncGenerator<Row> {
  // Where the row after the last whole one begins.
  let next = 1;
  const parser = parse({
    on_record: (record: string[], { lines }) => {
      next = lines + 1;
      return record;
    },
    delimiter: sign,
    info: true,
    relax_column_count: true,
    skip_empty_lines: true,
    max_record_size: MOST_ROW,
  });
  const source = Readable.from(textOf(parts));
  // What goes wrong while the text is read is thrown where the rows are.
  source.on('error', (error) => parser.destroy(error));
  source.pipe(parser);
  let isHead = true;
  try {
    for await (const { record, info } of parser as AsyncIterable<{ record: string[]; info: Info }>) {
      const line = info.lines - record.reduce((lines, cell) => lines + countLines(cell), 0);
      if (isHead) {
        isHead = false;
        continue;
      }
      if (record.length > heads.length)
        throw badFile(
          `The row has ${record.length} cells, and the table ${heads.length} columns.`,
          line,
          'Put a cell that has the sign between cells in it in quotes.',
        );
      const cells: Record<string, string> = {};
      heads.forEach(({ column }, i) => {
        if (column !== null) cells[column] = cellText(record[i] ?? '');
      });
      yield { line, cells };
    }
  } catch (error) {
    if (!(error instanceof CsvError)) throw error;
    throw unreadable(error, next);
  } finally {
    source.destroy();
  }
}

/** @param line where the row begins that could not be read */
function unreadable(error: CsvError, line: number): Problem {
  const { code } = error;
  if (code === 'CSV_QUOTE_NOT_CLOSED')
    return badFile(
      'The row has a quotation mark that is never closed.',
      line,
      'Close it; one inside a cell is written twice.',
    );
  if (code === 'CSV_MAX_RECORD_SIZE')
    return badFile(
      `The row is longer than ${MOST_ROW.toLocaleString('en')} characters.`,
      line,
      'Look whether a quotation mark before it is closed.',
    );
  return badFile(
    'The row cannot be read as a table.',
    // It says where it came to what it cannot read.
    Number(error['lines'] ?? line),
    'A quotation mark inside a cell is written twice, and the cell put in quotes.',
  );
}

async function* ofLines(parts: AsyncIterable<Uint8Array>, { kind }: Reading): AsyncGenerator<ToldThing> {
  let [rest, line] = ['', 0];
  for await (const text of textOf(parts)) {
    const lines = (rest + text).split('\n');
    rest = lines.pop() ?? '';
    for (const one of lines) {
      line++;
      if (one.trim() !== '') yield ofLine(one, line, kind);
    }
    if (rest.length > MOST_ROW)
      throw badFile(
        `The line is longer than ${MOST_ROW.toLocaleString('en')} characters.`,
        line + 1,
        'Each line is one thing, as JSON.',
      );
  }
  if (rest.trim() !== '') yield ofLine(rest, line + 1, kind);
}

function ofLine(text: string, line: number, kind: FileKind): ToldThing {
  const whole = { line, column: '', value: text.slice(0, 80) };
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return nothing(whole, 'It is not JSON.');
  }
  const cellAt = (place: string) => ({ line, column: place, value: shown(at(value, place)) });
  try {
    const { code, slug, ...change } = check<{ code: string; slug?: string | undefined }>(
      fileLines[kind],
      value,
      'line',
    );
    return { line, size: text.length, code, slug, change, faults: [], cellAt };
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    return nothing(cellAt(error.place === 'line' ? '' : (error.place ?? '')), inWords(error));
  }
}

const nothing = (cell: Omit<FileFault, 'reason'>, reason: string): ToldThing => ({
  line: cell.line,
  size: 0,
  code: '',
  change: {},
  faults: [{ ...cell, reason }],
  cellAt: () => cell,
});

/** What stands at a place such as `variants[0].price`. */
const at = (value: unknown, place: string): unknown =>
  place
    .split(/[.[\]]+/)
    .filter(Boolean)
    // Own values only: a place comes from what was sent.
    .reduce<unknown>(
      (inner, name) =>
        typeof inner === 'object' && inner !== null && Object.hasOwn(inner, name)
          ? (inner as Record<string, unknown>)[name]
          : undefined,
      value,
    );
const shown = (value: unknown): string =>
  value === undefined ? '' : (typeof value === 'string' ? value : JSON.stringify(value)).slice(0, 80);

/** With what the shape of a call says of it. */
function checked<C extends object>(told: Told<C>, kind: FileKind): Told<C> {
  if (told.code === '') return refused(told, 'The row has no code.');
  // Codes of variants may be left out here, and brands called by their titles: both are worked out from what is there.
  const brand = 'brand' in told.change && told.change.brand !== null ? { brand: 'x' } : {};
  const variants = (told.change as { variants?: readonly { code: string }[] }).variants?.map((one) => ({
    ...one,
    code: one.code || 'x',
  }));
  try {
    const names = { code: told.code, ...(told.slug !== undefined && { slug: told.slug }) };
    check<unknown>(fileLines[kind], { ...told.change, ...names, ...brand, ...(variants && { variants }) }, 'row');
    return told;
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    return refused(told, inWords(error), error.place);
  }
}

const refused = <T extends Told<object>>(told: T, reason: string, place = 'code'): T => ({
  ...told,
  faults: [...told.faults, { ...told.cellAt(place), reason }],
});

/** What was refused, and what to do about it. */
export const inWords = ({ message, remedy }: Problem): string =>
  remedy === undefined ? message : `${message} ${remedy}`;
