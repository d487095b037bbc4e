/** A file on its way into the catalogue. */
import type { Column } from './columns.js';

export const FILE_FORMATS = ['csv', 'jsonl'] as const;
export type FileFormat = (typeof FILE_FORMATS)[number];

/**
 * What becomes of a file: its parts are `sent`; it is `waiting` or `running`; then `done`, `refused` because of what is
 * wrong in it, `stopped` by somebody, or `failed`. Only what is done has changed anything.
 */
export const IMPORT_STATES = ['sent', 'waiting', 'running', 'done', 'refused', 'stopped', 'failed'] as const;
export type ImportState = (typeof IMPORT_STATES)[number];

/** A head of a table, with the column that it is; null where it is left out, or is not known. */
export interface ImportHead {
  readonly head: string;
  readonly column: Column['name'] | null;
}

/** Bytes of one part, as it is sent; of a whole file; columns of a table; characters of a row. */
export const PART_BYTES = 4_000_000;
export const MOST_FILE_BYTES = 500_000_000;
export const MOST_COLUMNS = 500;
export const MOST_ROW = 1_000_000;
/** So many faults of a file are told; it is not read further then. */
export const MOST_FAULTS = 1_000;
