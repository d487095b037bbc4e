/** What stores have sent to shoppers and to themselves while no email server is set up: it goes nowhere, and is shown instead. */
import { sql } from 'kysely';
import type { Records } from './database.js';

export interface SentEmail {
  readonly id: number;
  readonly to: string;
  readonly subject: string;
  readonly text: string;
  readonly created: string;
}

/** So many are kept of a store. */
const MOST_KEPT = 200;

export async function addSentEmail(
  db: Records,
  storeId: number,
  { to, subject, text }: Pick<SentEmail, 'to' | 'subject' | 'text'>,
): Promise<void> {
  await sql`with old as (delete from sent_email where id in (
      select id from sent_email where store_id = ${storeId} order by id desc offset ${MOST_KEPT - 1}))
    insert into sent_email (store_id, recipient, subject, body) values (${storeId}, ${to}, ${subject}, ${text})`.execute(
    db,
  );
}

/** Newest first. @param before only those with a lower id, for the next part of the list */
export async function listSentEmail(
  db: Records,
  storeId: number,
  limit: number,
  before?: number,
): Promise<SentEmail[]> {
  let query = db
    .selectFrom('sent_email')
    .select(['id', 'recipient as to', 'subject', 'body as text', 'created_at'])
    .where('store_id', '=', storeId);
  if (before !== undefined) query = query.where('id', '<', before);
  const rows = await query.orderBy('id', 'desc').limit(limit).execute();
  return rows.map(({ created_at, ...row }) => ({ ...row, created: created_at.toISOString() }));
}
