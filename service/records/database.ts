/** The connection to PostgreSQL, and the migrations. */
import { Kysely, Migrator, PostgresDialect, sql, type Transaction } from 'kysely';
import pg from 'pg';
import * as slice from './migrations/0001-slice.js';
import * as designModel from './migrations/0002-design-model.js';
import * as brands from './migrations/0003-brands.js';
import * as sharedCounters from './migrations/0004-shared-counters.js';
import * as areas from './migrations/0005-areas.js';
import type { Tables } from './tables.js';

export type Database = Kysely<Tables>;
/** Where a repository reads and writes: the database, or a transaction in it. */
export type Records = Database | Transaction<Tables>;

const INT8 = 20;
// Sequence numbers stay far below 2^53, so they are read as numbers.
pg.types.setTypeParser(INT8, Number);
const DATE = 1082;
// A day has no time and no zone; it stays the text it is.
pg.types.setTypeParser(DATE, String);

/** A database that is down refuses at once; one that is only busy is waited for. */
const PATIENCE_MS = 8000;

/** @param url `postgresql://…`; the pool connects when it is first used */
export function openDatabase(url: string): Database {
  const pool = new pg.Pool({ connectionString: url, max: 12, connectionTimeoutMillis: PATIENCE_MS });
  // A connection that breaks fails the statement it is used for and is replaced at the next use. Without listeners,
  // on the pool for idle ones and on each client for those in use, it would end the process.
  pool.on('error', () => undefined);
  pool.on('connect', (client) => client.on('error', () => undefined));
  return new Kysely<Tables>({ dialect: new PostgresDialect({ pool }) });
}

/** In their order. */
export const MIGRATIONS = {
  '0001-slice': slice,
  '0002-design-model': designModel,
  '0003-brands': brands,
  '0004-shared-counters': sharedCounters,
  '0005-areas': areas,
};

/** Brings the tables up to date. Safe when several processes start at once: the migrator takes a lock. */
export async function migrate(db: Database): Promise<void> {
  const migrator = new Migrator({
    db,
    provider: { getMigrations: () => Promise.resolve(MIGRATIONS) },
  });
  const { error } = await migrator.migrateToLatest();
  if (error) throw error instanceof Error ? error : new Error('The database could not be brought up to date.');
}

/** Work in a transaction that, when it fails, leaves the transaction as it was before, able to go on. */
export async function inSavepoint(trx: Records, work: () => Promise<void>): Promise<void> {
  await sql`savepoint work`.execute(trx);
  try {
    await work();
  } catch (error) {
    await sql`rollback to savepoint work`.execute(trx);
    throw error;
  }
}

export const json = (value: unknown): string => JSON.stringify(value);

/**
 * Something kept in memory for each database, such as a cache. A transaction shares what its database has: both hold
 * the same adapter.
 */
export function perDatabase<T>(make: () => T): (db: Records) => T {
  const all = new WeakMap<object, T>();
  return (db) => {
    const { adapter } = db.getExecutor();
    const known = all.get(adapter);
    if (known !== undefined) return known;
    const made = make();
    all.set(adapter, made);
    return made;
  };
}
