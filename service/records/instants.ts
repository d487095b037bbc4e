/** Instants as statements answer them. */
import { sql } from 'kysely';
import type { Sql } from './named.js';

/** An instant of a column as text in ISO form, with milliseconds; null stays null. */
export const iso = (column: string): Sql =>
  sql`to_char(${sql.ref(column)} at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')`;
