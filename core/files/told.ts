/** A thing of the catalogue as rows of a file tell of it, with what of them cannot be read. */

/** A row of a table, its cells by the names of columns. */
export interface Row {
  /** Where it begins in the file, counted from 1. */
  readonly line: number;
  readonly cells: Readonly<Record<string, string>>;
}

/** Where something of a file stands. */
export interface Cell {
  readonly line: number;
  /** A column of a table, or a place in JSON. Empty for the whole line. */
  readonly column: string;
  /** What stands there. */
  readonly value: string;
}

/** What is wrong with a cell, in words. */
export interface FileFault extends Cell {
  readonly reason: string;
}

export interface Told<C> {
  /** Empty if the file does not say it. */
  readonly code: string;
  readonly slug?: string | undefined;
  readonly change: C;
  readonly faults: readonly FileFault[];
  /** The cell that a place of the change came from, such as `variants[1].stock` or `variants.K-1-2.options`. */
  cellAt(place: string): Cell;
}

/** The cells of rows that belong together, read one by one. */
export class Cells {
  readonly faults: FileFault[] = [];

  constructor(private readonly rows: readonly Row[]) {}

  /** Of a row; undefined if the file has no such column. */
  text(column: string, row = 0): string | undefined {
    return this.rows[row]?.cells[column];
  }

  cell(column: string, row = 0): Cell {
    return { line: this.rows[row]?.line ?? 0, column, value: this.text(column, row) ?? '' };
  }

  refuse(column: string, reason: string, row = 0): undefined {
    this.faults.push({ ...this.cell(column, row), reason });
    return undefined;
  }

  /** What a cell says; undefined where it is absent or empty, or cannot be read: that is noted then. */
  read<T>(column: string, how: (text: string) => T | null, reason: string, row = 0): T | undefined {
    const text = this.text(column, row)?.trim();
    if (text === undefined || text === '') return undefined;
    return how(text) ?? this.refuse(column, reason, row);
  }

  /** The same, where an empty cell says something too. */
  readOr<T>(column: string, empty: T, how: (text: string) => T | null, reason: string): T | undefined {
    return this.text(column)?.trim() === '' ? empty : this.read(column, how, reason);
  }

  /** Refuses further rows: of such a thing there is one. */
  onlyRow(key: string): void {
    for (let row = 1; row < this.rows.length; row++) this.refuse(key, `This ${key} has another row above.`, row);
  }

  /** Refuses cells of further rows that say something else than the first: they are of the same thing. */
  onlyFirst(columns: readonly string[]): void {
    for (const column of columns)
      for (let row = 1; row < this.rows.length; row++) {
        const text = this.text(column, row) ?? '';
        if (text !== '' && text !== this.text(column))
          this.refuse(column, `The first row of it, in line ${this.cell(column).line}, says something else.`, row);
      }
  }
}
