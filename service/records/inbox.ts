/** What shoppers leave in the forms of a store: email addresses for news, and messages. */
import { sql } from 'kysely';
import { audit } from './audit.js';
import { inTransaction, type Records } from './database.js';

export interface SignUp {
  readonly id: number;
  readonly email: string;
  /** The path of the page it was left on. */
  readonly page: string;
  /** BCP 47 tag of the language of that page. */
  readonly language: string;
  readonly created: string;
}

export interface Message {
  readonly id: number;
  readonly name: string;
  readonly email: string;
  readonly subject: string;
  readonly text: string;
  readonly page: string;
  readonly created: string;
  /** Null while nobody has read it. */
  readonly read: string | null;
}

/** Keeps an email address; one that is known already is left as it is. */
export async function addSignUp(
  db: Records,
  storeId: number,
  { email, page, language }: Pick<SignUp, 'email' | 'page' | 'language'>,
): Promise<void> {
  await sql`insert into sign_up (store_id, email, page, language) values (${storeId}, ${email}, ${page}, ${language})
    on conflict (store_id, lower(email)) do nothing`.execute(db);
}

/** Newest first. @param before only those with a lower id, for the next part of the list */
export async function listSignUps(db: Records, storeId: number, limit: number, before?: number): Promise<SignUp[]> {
  let query = db
    .selectFrom('sign_up')
    .select(['id', 'email', 'page', 'language', 'created_at'])
    .where('store_id', '=', storeId);
  if (before !== undefined) query = query.where('id', '<', before);
  const rows = await query.orderBy('id', 'desc').limit(limit).execute();
  return rows.map(({ created_at, ...row }) => ({ ...row, created: created_at.toISOString() }));
}

/** @returns whether it was there */
export const removeSignUp = (db: Records, storeId: number, id: number, accountId: number): Promise<boolean> =>
  inTransaction(db, async (trx) => {
    const { numDeletedRows } = await trx
      .deleteFrom('sign_up')
      .where('store_id', '=', storeId)
      .where('id', '=', id)
      .executeTakeFirst();
    if (numDeletedRows === 0n) return false;
    await audit(trx, { storeId, accountId, action: 'sign-up.remove', target: String(id) });
    return true;
  });

export type NewMessage = Pick<Message, 'name' | 'email' | 'subject' | 'text' | 'page'>;

/** Keeps a message; one that was sent twice is one. @returns whether it is new */
export async function addMessage(
  db: Records,
  storeId: number,
  { text, name, email, subject, page }: NewMessage,
  now: Date,
): Promise<boolean> {
  const { numAffectedRows } = await sql`insert into message (store_id, name, email, subject, body, page, created_at)
    select ${storeId}, ${name}, ${email}, ${subject}, ${text}, ${page}, ${now}
    where not exists (select 1 from message where store_id = ${storeId} and email = ${email} and body = ${text}
      and subject = ${subject} and created_at > ${now}::timestamptz - interval '1 hour')`.execute(db);
  return numAffectedRows === 1n;
}

const messageQuery = (db: Records, storeId: number) =>
  db
    .selectFrom('message')
    .select(['id', 'name', 'email', 'subject', 'body', 'page', 'created_at', 'read_at'])
    .where('store_id', '=', storeId);

type MessageRow = Awaited<ReturnType<ReturnType<typeof messageQuery>['executeTakeFirstOrThrow']>>;
const asMessage = ({ body, created_at, read_at, ...row }: MessageRow): Message => ({
  ...row,
  text: body,
  created: created_at.toISOString(),
  read: read_at?.toISOString() ?? null,
});

/** Newest first. @param before only those with a lower id, for the next part of the list */
export async function listMessages(db: Records, storeId: number, limit: number, before?: number): Promise<Message[]> {
  let query = messageQuery(db, storeId);
  if (before !== undefined) query = query.where('id', '<', before);
  return (await query.orderBy('id', 'desc').limit(limit).execute()).map(asMessage);
}

/** How many messages nobody has read. */
export async function countUnread(db: Records, storeId: number): Promise<number> {
  const row = await db
    .selectFrom('message')
    .select(({ fn }) => fn.countAll<number>().as('count'))
    .where('store_id', '=', storeId)
    .where('read_at', 'is', null)
    .executeTakeFirstOrThrow();
  return Number(row.count);
}

/** @returns the message; undefined if there is none */
export async function markRead(
  db: Records,
  storeId: number,
  id: number,
  isRead: boolean,
  now: Date,
): Promise<Message | undefined> {
  await db
    .updateTable('message')
    .set({ read_at: isRead ? sql`coalesce(read_at, ${now})` : null })
    .where('store_id', '=', storeId)
    .where('id', '=', id)
    .execute();
  const row = await messageQuery(db, storeId).where('id', '=', id).executeTakeFirst();
  return row && asMessage(row);
}

/** @returns whether it was there */
export const removeMessage = (db: Records, storeId: number, id: number, accountId: number): Promise<boolean> =>
  inTransaction(db, async (trx) => {
    const { numDeletedRows } = await trx
      .deleteFrom('message')
      .where('store_id', '=', storeId)
      .where('id', '=', id)
      .executeTakeFirst();
    if (numDeletedRows === 0n) return false;
    await audit(trx, { storeId, accountId, action: 'message.remove', target: String(id) });
    return true;
  });
