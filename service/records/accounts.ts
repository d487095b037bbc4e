/** Accounts, and the sessions and tokens that prove who someone is. */
import type { Records } from './database.js';

export interface Account {
  readonly id: number;
  readonly mail: string;
  readonly name: string;
}

export async function addAccount(
  db: Records,
  account: Omit<Account, 'id'> & { passwordHash: string },
): Promise<number> {
  const row = await db
    .insertInto('account')
    .values({ mail: account.mail, name: account.name, password_hash: account.passwordHash })
    .returning('id')
    .executeTakeFirstOrThrow();
  return row.id;
}

export async function addMembership(db: Records, accountId: number, storeId: number, role: string): Promise<void> {
  await db.insertInto('membership').values({ account_id: accountId, store_id: storeId, role }).execute();
}

export async function accountByMail(
  db: Records,
  mail: string,
): Promise<(Account & { passwordHash: string }) | undefined> {
  return db
    .selectFrom('account')
    .select(['id', 'mail', 'name', 'password_hash as passwordHash'])
    .where('mail', '=', mail.toLowerCase())
    .executeTakeFirst();
}

export interface NewSession {
  readonly tokenHash: Buffer;
  readonly accountId: number;
  readonly kind: 'console' | 'token';
  readonly name: string;
  readonly expiresAt: Date;
}

export async function addSession(db: Records, session: NewSession): Promise<void> {
  await db
    .insertInto('session')
    .values({
      token_hash: session.tokenHash,
      account_id: session.accountId,
      kind: session.kind,
      name: session.name,
      expires_at: session.expiresAt,
    })
    .execute();
}

export async function endSession(db: Records, tokenHash: Buffer): Promise<void> {
  await db.deleteFrom('session').where('token_hash', '=', tokenHash).execute();
}

/** Who a session that has not expired belongs to. */
export async function accountOfSession(db: Records, tokenHash: Buffer, now: Date): Promise<Account | undefined> {
  return db
    .selectFrom('session')
    .innerJoin('account', 'account.id', 'session.account_id')
    .select(['account.id', 'account.mail', 'account.name'])
    .where('token_hash', '=', tokenHash)
    .where('expires_at', '>', now)
    .executeTakeFirst();
}
