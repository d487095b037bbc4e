/** Creates that carry a key, kept for a day, so that a request sent again with the same key is not done again. */
import { sql } from 'kysely';
import { Problem } from '@parlour/core';
import { json, type Database, type Records } from './database.js';

/** A create with the key its sender gave it. */
export interface KeyedCreate {
  readonly accountId: number;
  readonly key: string;
  readonly route: string;
  readonly requestHash: string;
}

/** A create that was done before with the same key. */
export interface DoneCreate {
  readonly requestHash: string;
  readonly status: number;
  readonly answer: object;
}

/**
 * Takes a key, in the transaction of its work: if that is undone, so is this, and whoever asks with the same key
 * meanwhile waits for its end.
 * @returns what was done with it before, or null if the key is the caller's now
 */
export async function takeKey(trx: Records, create: KeyedCreate): Promise<DoneCreate | null> {
  const { accountId, key, route, requestHash } = create;
  const { rows } = await sql`
    insert into idempotent_answer (account_id, key, route, request_hash) values (${accountId}, ${key}, ${route}, ${requestHash})
    on conflict (account_id, key) do nothing returning 1`.execute(trx);
  if (rows.length) return null;
  const row = await trx
    .selectFrom('idempotent_answer')
    .select(['request_hash as requestHash', 'status', 'answer'])
    .where('account_id', '=', accountId)
    .where('key', '=', key)
    .executeTakeFirst();
  if (!row || row.status === null || row.answer === null)
    throw new Problem('busy', 'This request was sent before, a day ago, and its answer has just expired.', {
      place: 'idempotency-key',
      remedy: 'Send it again.',
      retryAfter: 1,
    });
  return { requestHash: row.requestHash, status: row.status, answer: row.answer };
}

/** Keeps what a create was answered, for when it is sent again. */
export async function keepAnswer(
  trx: Records,
  { accountId, key }: KeyedCreate,
  { status, answer }: { status: number; answer: object },
): Promise<void> {
  await trx
    .updateTable('idempotent_answer')
    .set({ status, answer: json(answer) })
    .where('account_id', '=', accountId)
    .where('key', '=', key)
    .execute();
}

/** Forgets answers after a day. */
export const dropOldAnswers = async (db: Database, now: Date): Promise<void> =>
  void (await sql`delete from idempotent_answer where at < ${now}::timestamptz - interval '1 day'`.execute(db));
