/** Statements that PostgreSQL plans once for each connection: they are sent under a name (“prepared statements”). */
import { createHash } from 'node:crypto';
import {
  CompiledQuery,
  DummyDriver,
  Kysely,
  PostgresAdapter,
  PostgresIntrospector,
  PostgresQueryCompiler,
  sql,
  type RawBuilder,
} from 'kysely';
import type pg from 'pg';
import { ofDatabase } from './database-faults.js';

const names = new Map<string, string>();

/** Whether PostgreSQL plans a text once for all values. */
export const isNamed = (text: string): boolean => names.has(text);

/** A piece of a statement. */
export type Sql = RawBuilder<unknown>;

/** Stands for a value while a statement is written. @param n the n-th of the values it is asked with, from 0 */
export type ValueOf = (n: number) => Sql;

class Blank {
  constructor(readonly n: number) {}
}

/** Writes statements, and asks nobody. */
const writer = new Kysely<unknown>({
  dialect: {
    createAdapter: () => new PostgresAdapter(),
    createDriver: () => new DummyDriver(),
    createIntrospector: (db) => new PostgresIntrospector(db),
    createQueryCompiler: () => new PostgresQueryCompiler(),
  },
});

/**
 * A statement that is written once and asked again and again, each time with other values.
 * @example
 * const byCode = named<{ id: number }>(($) => sql`select id from brand where store_id = ${$(0)} and code = ${$(1)}`);
 * const { rows } = await db.executeQuery(byCode(7, 'skerry'));
 */
export function named<Row>(write: (value: ValueOf) => Sql): (...values: readonly unknown[]) => CompiledQuery<Row> {
  const { sql: text, parameters } = write((n) => sql.val(new Blank(n))).compile(writer);
  names.set(text, createHash('sha256').update(text).digest('hex').slice(0, 32));
  return (...values) =>
    CompiledQuery.raw(
      text,
      parameters.map((parameter) => (parameter instanceof Blank ? values[parameter.n] : parameter)),
    );
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
