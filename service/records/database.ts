/** The connection to PostgreSQL, and the migrations. */
import { Kysely, Migrator, PostgresDialect, sql, type Transaction } from 'kysely';
import pg from 'pg';
import { hasCrossed, isDatabaseAway, ofDatabase, withoutEffect } from './database-faults.js';
import { sendByName } from './named.js';
import * as start from './migrations/0001-start.js';
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
/** What one statement may take, waiting for locks included. Long work goes in batches. */
const STATEMENT_MS = 15_000;

/** Says of what it throws that the database threw it, and that nothing was sent yet. */
class WatchedPool extends pg.Pool {
  override connect(): Promise<pg.PoolClient>;
  override connect(call: Parameters<pg.Pool['connect']>[0]): void;
  override connect(call?: Parameters<pg.Pool['connect']>[0]): Promise<pg.PoolClient> | void {
    if (call) return super.connect(call);
    return super.connect().catch((error: unknown) => {
      throw withoutEffect(ofDatabase(error));
    });
  }
}

/**
 * @param url `postgresql://…`; the pool connects when it is first used
 * @param max how many connections it has at most
 */
export function openDatabase(url: string, max = 12): Database {
  const pool = new WatchedPool({
    connectionString: url,
    max,
    connectionTimeoutMillis: PATIENCE_MS,
    statement_timeout: STATEMENT_MS,
    // What is on solid-state disks, or in memory, is read here and there about as fast as in a row. Compiling a statement
    // takes longer than any of ours runs: how much a large one costs is overestimated.
    options: '-c random_page_cost=1.1 -c jit=off',
  });
  // A connection that breaks fails the statement it is used for and is replaced at the next use. Without listeners,
  // on the pool for idle ones and on each client for those in use, it would end the process.
  pool.on('error', () => undefined);
  pool.on('connect', (client) => {
    client.on('error', () => undefined);
    sendByName(client);
  });
  return new Kysely<Tables>({ dialect: new PostgresDialect({ pool }) });
}

/** In their order. */
const MIGRATIONS = { [start.name]: start };

/**
 * Brings the tables up to date. Safe when several processes start at once: the migrator takes a lock.
 * @throws Error in words if the tables were made by steps that this version does not have
 */
export async function migrate(db: Database): Promise<void> {
  const migrator = new Migrator({
    db,
    provider: { getMigrations: () => Promise.resolve(MIGRATIONS) },
  });
  const { error } = await migrator.migrateToLatest();
  if (error instanceof Error && error.message.includes('previously executed migration'))
    throw new Error(
      'This database was made by a version of Parlour that was never released, and cannot be read by this one. Move its folder away, then start again.',
      { cause: error },
    );
  if (error) throw error instanceof Error ? error : new Error('The database could not be brought up to date.');
}

const MOST_TRIES = 8;
const pause = (ms: number): Promise<void> => new Promise((go) => setTimeout(go, ms));

/**
 * Work in a transaction: the one under way, or a new one. Work that crosses another's is done again from its start, so
 * it must keep nothing in memory that a transaction does not undo. Locks are taken in one order everywhere: store,
 * designs by id, timed change, products and variants by id.
 */
export async function inTransaction<T>(db: Records, work: (trx: Records) => Promise<T>): Promise<T> {
  if (db.isTransaction) return work(db);
  for (let attempt = 1; ; attempt++) {
    const after: Afterwards[] = [];
    // From then on the commit is sent, and may go through although nothing is heard of it.
    let commits = false;
    try {
      const done = await db.transaction().execute(async (trx) => {
        const before: (() => Promise<void>)[] = [];
        afterwards.set(trx, after);
        beforehand.set(trx, before);
        const result = await work(trx);
        for (const call of before) await call();
        commits = true;
        return result;
      });
      await callAll(after, db);
      return done;
    } catch (error) {
      if (!commits) withoutEffect(error);
      if (attempt === MOST_TRIES || !hasCrossed(error)) throw error;
      await pause(Math.random() * 10 * 2 ** attempt);
    }
  }
}

/** Reads that see the same state of everything, however many statements they take. */
export const inSnapshot = <T>(db: Records, work: (trx: Records) => Promise<T>): Promise<T> =>
  db.isTransaction
    ? work(db)
    : db.transaction().setIsolationLevel('repeatable read').setAccessMode('read only').execute(work);

/** What is done is done: what follows a commit and fails is told, and is no failure of whoever committed. */
async function callAll(after: readonly Afterwards[], db: Database): Promise<void> {
  for (const call of after)
    try {
      await call(db);
    } catch (error) {
      if (!isDatabaseAway(error)) faultsAfterCommit(db).tell(error);
    }
}

/** Who is told of faults after a commit; nobody until it is set. */
export const faultsAfterCommit = perDatabase(() => ({ tell: (_error: unknown): void => undefined }));

/** Is given the database, since the transaction is over then. */
type Afterwards = (db: Database) => unknown;
const afterwards = new WeakMap<Records, Afterwards[]>();

const beforehand = new WeakMap<Records, (() => Promise<void>)[]>();

/**
 * Does something as the last of the transaction under way.
 * @throws Error if there is none
 */
export function beforeCommit(trx: Records, call: () => Promise<void>): void {
  const waiting = beforehand.get(trx);
  if (!waiting) throw new Error('This is done in a transaction only.');
  waiting.push(call);
}

/** Does something once the transaction under way is committed; at once if there is none. */
export async function afterCommit(db: Records, call: Afterwards): Promise<void> {
  const waiting = afterwards.get(db);
  if (waiting) waiting.push(call);
  else await call(db);
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

/** The pattern of `like` for texts that contain another. */
export const containing = (text: string): string => `%${text.replace(/[\\%_]/g, '\\$&')}%`;

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
