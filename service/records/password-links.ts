/** Links to set a new password, found by the hash of their secret. */
import { sql } from 'kysely';
import type { Account } from './accounts.js';
import type { Records } from './database.js';

/** Keeps a link for a new password by the hash of its token. */
export async function addPasswordLink(
  db: Records,
  accountId: number,
  tokenHash: Buffer,
  expiresAt: Date,
): Promise<void> {
  await db
    .insertInto('password_link')
    .values({ token_hash: tokenHash, account_id: accountId, expires_at: expiresAt })
    .execute();
}

/**
 * Takes a link up: every link of its account is gone then.
 * @returns whose it is; undefined if it has expired or was used
 */
export async function takePasswordLink(trx: Records, tokenHash: Buffer, now: Date): Promise<Account | undefined> {
  const { rows } = await sql<Account & { expiresAt: Date }>`
    with taken as (delete from password_link where token_hash = ${tokenHash} returning account_id, expires_at),
    others as (delete from password_link where account_id in (select account_id from taken) and token_hash <> ${tokenHash})
    select a.id, a.email, a.name, taken.expires_at as "expiresAt" from taken join account a on a.id = taken.account_id
    where a.disabled_at is null`.execute(trx);
  const [found] = rows;
  return found && found.expiresAt > now ? { id: found.id, email: found.email, name: found.name } : undefined;
}

export async function dropPasswordLinks(db: Records, before: Date): Promise<void> {
  await db.deleteFrom('password_link').where('expires_at', '<', before).execute();
}
