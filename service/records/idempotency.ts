/** Creates that carry a key, kept for a day, so that a request sent again with the same key is not done again. */
import { sql } from 'kysely';
import { json, type Database, type Records } from './database.js';

export interface KeyedCreate {
  readonly accountId: number;
  readonly key: string;
  readonly route: string;
  readonly requestHash: string;
}

export interface TakenKey {
  readonly requestHash: string;
  /** Null while the work is under way. */
  readonly done: { readonly status: number; readonly answer: object } | null;
}

/**
 * Takes a key before its work begins. A key whose work was cut off, by a crash, can be taken again after a minute.
 * @returns who has it, or null if it is the caller's now
 */
export async function takeKey(db: Database, create: KeyedCreate): Promise<TakenKey | null> {
  const { accountId, key, route, requestHash } = create;
  const { rows } = await sql`
    insert into idempotent_answer (account_id, key, route, request_hash) values (${accountId}, ${key}, ${route}, ${requestHash})
    on conflict (account_id, key) do update set route = excluded.route, request_hash = excluded.request_hash, at = now()
      where idempotent_answer.status is null and idempotent_answer.at < now() - interval '1 minute'
    returning 1`.execute(db);
  if (rows.length) return null;
  const row = await db
    .selectFrom('idempotent_answer')
    .select(['request_hash as requestHash', 'status', 'answer'])
    .where('account_id', '=', accountId)
    .where('key', '=', key)
    .executeTakeFirst();
  // Given back in this very moment; whoever asks again can have it.
  if (!row) return { requestHash, done: null };
  const { status, answer } = row;
  return { requestHash: row.requestHash, done: status === null || answer === null ? null : { status, answer } };
}

export async function keepAnswer(
  db: Records,
  { accountId, key }: KeyedCreate,
  { status, answer }: { status: number; answer: object },
): Promise<void> {
  await db
    .updateTable('idempotent_answer')
    .set({ status, answer: json(answer) })
    .where('account_id', '=', accountId)
    .where('key', '=', key)
    .execute();
}

/** Gives a key back whose work was refused: nothing was made, so the same key may be tried again. */
export async function giveKeyBack(db: Records, { accountId, key }: KeyedCreate): Promise<void> {
  await db
    .deleteFrom('idempotent_answer')
    .where('account_id', '=', accountId)
    .where('key', '=', key)
    .where('status', 'is', null)
    .execute();
}

export async function dropOldAnswers(db: Database): Promise<void> {
  await sql`delete from idempotent_answer where at < now() - interval '1 day'`.execute(db);
}
