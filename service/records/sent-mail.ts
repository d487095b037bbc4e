/** What stores have sent to shoppers and to themselves while no mail server is named: it goes nowhere, and is shown instead. */
import { sql } from 'kysely';
import type { Records } from './database.js';

export interface SentMail {
  readonly id: number;
  readonly to: string;
  readonly subject: string;
  readonly text: string;
  readonly created: string;
}

/** So many are kept of a store. */
const MOST_KEPT = 200;

export async function addSentMail(
  db: Records,
  storeId: number,
  { to, subject, text }: Pick<SentMail, 'to' | 'subject' | 'text'>,
): Promise<void> {
  await sql`with old as (delete from sent_mail where id in (
      select id from sent_mail where store_id = ${storeId} order by id desc offset ${MOST_KEPT - 1}))
    insert into sent_mail (store_id, recipient, subject, body) values (${storeId}, ${to}, ${subject}, ${text})`.execute(
    db,
  );
}

/** Newest first. @param before only those with a lower id, for the next part of the list */
export async function listSentMail(db: Records, storeId: number, limit: number, before?: number): Promise<SentMail[]> {
  let query = db
    .selectFrom('sent_mail')
    .select(['id', 'recipient as to', 'subject', 'body as text', 'created_at'])
    .where('store_id', '=', storeId);
  if (before !== undefined) query = query.where('id', '<', before);
  const rows = await query.orderBy('id', 'desc').limit(limit).execute();
  return rows.map(({ created_at, ...row }) => ({ ...row, created: created_at.toISOString() }));
}
