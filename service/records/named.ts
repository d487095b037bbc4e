/** Statements that PostgreSQL plans once for each connection: they are sent under a name (“prepared statements”). */
import { createHash } from 'node:crypto';
import { CompiledQuery } from 'kysely';
import type pg from 'pg';
import { ofDatabase } from './database-faults.js';

const names = new Map<string, string>();

/**
 * A statement with parameters `$1`, `$2`, … that is asked again and again.
 * @example
 * const byCode = named<{ id: number }>('select id from brand where store_id = $1 and code = $2');
 * const { rows } = await db.executeQuery(byCode(7, 'skerry'));
 */
export function named<Row>(text: string): (...values: readonly unknown[]) => CompiledQuery<Row> {
  names.set(text, createHash('sha256').update(text).digest('hex').slice(0, 32));
  return (...values) => CompiledQuery.raw(text, [...values]);
}

/**
 * Lets a connection send named statements under their names; the query builder itself has no names. What it throws is
 * known as the database's.
 */
export function sendByName(client: pg.Client | pg.PoolClient): void {
  // Looked up when it is called: whoever watches what clients send puts something in its place.
  const own = Object.getPrototypeOf(client) as { query(...given: readonly unknown[]): unknown };
  const query = (...given: readonly unknown[]): unknown => {
    const sent = own.query.apply(client, [...given]);
    // With a callback it answers nothing.
    if (typeof (sent as Promise<unknown> | undefined)?.catch !== 'function') return sent;
    return (sent as Promise<unknown>).catch((error: unknown) => {
      throw ofDatabase(error);
    });
  };
  // One of the many forms in which `query` can be called; it answers as they do.
  client.query = ((text: unknown, values: unknown, ...rest: readonly unknown[]) => {
    const name = typeof text === 'string' ? names.get(text) : undefined;
    return name === undefined ? query(text, values, ...rest) : query({ name, text, values }, ...rest);
  }) as typeof client.query;
}
