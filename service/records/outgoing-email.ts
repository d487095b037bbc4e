/** Messages on their way: written by the transaction that they tell of, sent once it is committed, gone once they are sent. */
import { sql } from 'kysely';
import { json, type Database, type Records } from './database.js';
import { isNotSetAside } from './failed-jobs.js';
import { signal } from './signals.js';

/** A message to somebody. */
export interface EmailMessage {
  readonly to: string;
  /** Who gets the answers; nobody if absent. */
  readonly replyTo?: string;
  readonly subject: string;
  /** Plain text. */
  readonly text: string;
}

/** A message with its number in the queue. */
export interface OutgoingEmail {
  readonly id: number;
  readonly message: EmailMessage;
}

/** How long a process may take to send one; after that another takes it up. */
const TAKEN_MS = 2 * 60 * 1000;
/** After so long nobody waits for a message any more. */
const LONGEST_MS = 3 * 24 * 60 * 60 * 1000;

/**
 * Sends a message once the transaction under way is committed; if it is not, nothing is sent.
 * @param storeId the store it is from; null for what Parlour itself writes
 */
export async function sendLater(trx: Records, storeId: number | null, message: EmailMessage): Promise<void> {
  await trx
    .insertInto('outgoing_email')
    .values({ store_id: storeId, message: json(message) })
    .execute();
  await signal(trx, 'email');
}

export const emailJob = ({ id }: Pick<OutgoingEmail, 'id'>): string => `email ${id}`;

/** Takes the next message, oldest first, so that no other process does; one that failed waits for its next try. */
export const takeEmail = (db: Database, now: Date): Promise<OutgoingEmail | undefined> =>
  db
    .updateTable('outgoing_email')
    .set({ taken_until: new Date(now.getTime() + TAKEN_MS) })
    .where(
      sql<boolean>`id = (select id from outgoing_email where (taken_until is null or taken_until < ${now})
        and ${isNotSetAside(sql`'email ' || id`, now)} order by id limit 1 for update skip locked)`,
    )
    .returning(['id', 'message'])
    .executeTakeFirst();

/** Forgets a message that was sent. */
export const removeEmail = async (db: Database, id: number): Promise<void> =>
  void (await db.deleteFrom('outgoing_email').where('id', '=', id).execute());

/** Gives a message back that could not be sent. */
export const releaseEmail = async (db: Database, id: number): Promise<void> =>
  void (await db.updateTable('outgoing_email').set({ taken_until: null }).where('id', '=', id).execute());

/** Gives up what could not be sent for days. @returns how many messages */
export async function dropOldEmail(db: Database, now: Date): Promise<number> {
  const { numAffectedRows = 0n } = await sql`
    with old as (delete from outgoing_email where created_at < ${new Date(now.getTime() - LONGEST_MS)} returning id),
    forgotten as (delete from failed_job where job in (select 'email ' || id from old))
    select 1 from old`.execute(db);
  return Number(numAffectedRows);
}
