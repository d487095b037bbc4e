/** Answers to creates, kept for a day, so that a request sent again with the same key is not done again. */
import { sql } from 'kysely';
import { json, type Database, type Records } from './database.js';

export interface KeptAnswer {
  readonly requestHash: string;
  readonly status: number;
  readonly answer: object;
}

export const findAnswer = (db: Records, accountId: number, key: string): Promise<KeptAnswer | undefined> =>
  db
    .selectFrom('idempotent_answer')
    .select(['request_hash as requestHash', 'status', 'answer'])
    .where('account_id', '=', accountId)
    .where('key', '=', key)
    .executeTakeFirst();

export async function keepAnswer(
  db: Records,
  accountId: number,
  key: string,
  route: string,
  { requestHash, status, answer }: KeptAnswer,
): Promise<void> {
  await db
    .insertInto('idempotent_answer')
    .values({ account_id: accountId, key, route, request_hash: requestHash, status, answer: json(answer) })
    .onConflict((conflict) => conflict.doNothing())
    .execute();
}

export async function dropOldAnswers(db: Database): Promise<void> {
  await sql`delete from idempotent_answer where at < now() - interval '1 day'`.execute(db);
}
