/** Accounts, the sessions and tokens that prove who someone is, and invitations. */
import { sql } from 'kysely';
import { rolesWith, type Role } from '@parlour/core';
import type { Records } from './database.js';

/** Somebody who can sign in. */
export interface Account {
  readonly id: number;
  readonly email: string;
  readonly name: string;
}

/** Somebody with a session or a token. */
export interface SignedIn extends Account {
  /** `read` for a token that changes nothing. */
  readonly scope: 'all' | 'read';
}

/** Creates an account. @returns its id; undefined if the email address has one already */
export async function addAccount(
  db: Records,
  account: Omit<Account, 'id'> & { passwordHash: string },
): Promise<number | undefined> {
  const row = await db
    .insertInto('account')
    .values({ email: account.email.toLowerCase(), name: account.name, password_hash: account.passwordHash })
    .onConflict((conflict) => conflict.column('email').doNothing())
    .returning('id')
    .executeTakeFirst();
  return row?.id;
}

/** Gives an account a role in a store, whatever it had there before. */
export async function setMembership(db: Records, accountId: number, storeId: number, role: Role): Promise<void> {
  await db
    .insertInto('membership')
    .values({ account_id: accountId, store_id: storeId, role })
    .onConflict((conflict) => conflict.columns(['account_id', 'store_id']).doUpdateSet({ role }))
    .execute();
}

/** Takes somebody out of a store; their account and what they did stay. */
export async function removeMembership(db: Records, accountId: number, storeId: number): Promise<void> {
  await db.deleteFrom('membership').where('account_id', '=', accountId).where('store_id', '=', storeId).execute();
}

/** Somebody who works on a store, in a role. */
export interface Member extends Account {
  readonly role: Role;
}

/** Who belongs to a store, by name. */
export const membersOf = (db: Records, storeId: number): Promise<Member[]> =>
  db
    .selectFrom('membership')
    .innerJoin('account', 'account.id', 'membership.account_id')
    .select(['account.id', 'account.email', 'account.name', 'membership.role'])
    .$narrowType<{ role: Role }>()
    .where('store_id', '=', storeId)
    .orderBy('account.name')
    .execute();

/** An account with its password’s hash, by email address in any case. */
export async function accountByEmail(
  db: Records,
  email: string,
): Promise<(Account & { passwordHash: string }) | undefined> {
  return db
    .selectFrom('account')
    .select(['id', 'email', 'name', 'password_hash as passwordHash'])
    .where('email', '=', email.toLowerCase())
    .where('disabled_at', 'is', null)
    .executeTakeFirst();
}

/** Keeps an account's stores from being counted by two at once until the transaction ends. */
export async function lockAccount(trx: Records, id: number): Promise<void> {
  await trx.selectFrom('account').select('id').where('id', '=', id).forNoKeyUpdate().execute();
}

/** How many stores an account owns, closed ones included. */
export async function countOwned(db: Records, accountId: number): Promise<number> {
  const { count } = await db
    .selectFrom('membership')
    .select((eb) => eb.fn.countAll<number>().as('count'))
    .where('account_id', '=', accountId)
    .where('role', '=', 'owner')
    .executeTakeFirstOrThrow();
  return count;
}

/** The name of an account that exists. */
export async function accountName(db: Records, id: number): Promise<string> {
  return (await db.selectFrom('account').select('name').where('id', '=', id).executeTakeFirstOrThrow()).name;
}

/** Whether anybody can sign in at all; if not, the first owner is made by a link. */
export async function hasAccounts(db: Records): Promise<boolean> {
  return (await db.selectFrom('account').select('id').limit(1).executeTakeFirst()) !== undefined;
}

/** A new password; every session ends, but the one given. */
export async function setPassword(
  db: Records,
  accountId: number,
  passwordHash: string,
  but: Buffer | null,
): Promise<void> {
  await db.updateTable('account').set({ password_hash: passwordHash }).where('id', '=', accountId).execute();
  let ending = db.deleteFrom('session').where('account_id', '=', accountId);
  if (but) ending = ending.where('token_hash', '!=', but);
  await ending.execute();
}

/** A session of the console, or a token of a program; both are known by a hash only. */
export interface NewSession {
  readonly tokenHash: Buffer;
  readonly accountId: number;
  readonly kind: 'console' | 'token';
  readonly name: string;
  readonly scope: 'all' | 'read';
  readonly expiresAt: Date;
}

/** Lets whoever has the token act as the account, until it expires. */
export async function addSession(db: Records, session: NewSession): Promise<void> {
  await db
    .insertInto('session')
    .values({
      token_hash: session.tokenHash,
      account_id: session.accountId,
      kind: session.kind,
      name: session.name,
      scope: session.scope,
      expires_at: session.expiresAt,
      used_at: null,
    })
    .execute();
}

/** @returns whose session it was */
export async function endSession(db: Records, tokenHash: Buffer): Promise<number | undefined> {
  const row = await db
    .deleteFrom('session')
    .where('token_hash', '=', tokenHash)
    .returning('account_id as accountId')
    .executeTakeFirst();
  return row?.accountId;
}

/** Who a session that has not expired belongs to. When it was used is noted once a minute. */
export async function accountOfSession(db: Records, tokenHash: Buffer, now: Date): Promise<SignedIn | undefined> {
  const row = await db
    .selectFrom('session')
    .innerJoin('account', 'account.id', 'session.account_id')
    .select(['account.id', 'account.email', 'account.name', 'session.scope', 'session.used_at as usedAt'])
    .where('token_hash', '=', tokenHash)
    .where('expires_at', '>', now)
    .where('account.disabled_at', 'is', null)
    .executeTakeFirst();
  if (!row) return undefined;
  const { usedAt, ...account } = row;
  if (!usedAt || now.getTime() - usedAt.getTime() > 60_000)
    await db.updateTable('session').set({ used_at: now }).where('token_hash', '=', tokenHash).execute();
  return account;
}

/** A program’s token as its owner sees it. */
export interface KeptToken {
  readonly id: number;
  readonly name: string;
  readonly scope: 'all' | 'read';
  readonly createdAt: Date;
  readonly expiresAt: Date;
  readonly usedAt: Date | null;
}

/** The tokens of an account, without sessions of the console. */
export const tokensOf = (db: Records, accountId: number): Promise<KeptToken[]> =>
  db
    .selectFrom('session')
    .select(['id', 'name', 'scope', 'created_at as createdAt', 'expires_at as expiresAt', 'used_at as usedAt'])
    .where('account_id', '=', accountId)
    .where('kind', '=', 'token')
    .orderBy('id', 'desc')
    .execute();

/** @returns false if there is no such token of the account */
export async function removeToken(db: Records, accountId: number, id: number): Promise<boolean> {
  const { numDeletedRows } = await db
    .deleteFrom('session')
    .where('account_id', '=', accountId)
    .where('id', '=', id)
    .where('kind', '=', 'token')
    .executeTakeFirst();
  return numDeletedRows > 0n;
}

/** An invitation that waits to be taken up. */
export interface Invitation {
  readonly storeId: number | null;
  readonly email: string;
  readonly role: Role;
  readonly expiresAt: Date;
}

/** An invitation as it is taken up. */
export interface OpenInvitation extends Invitation {
  /** Null for the first owner. */
  readonly by: number | null;
  /** True if the link was shown to whoever invited, and so proves nothing about the email address. */
  readonly shown: boolean;
}

/** Keeps an invitation by the hash of its token. */
export async function addInvitation(
  db: Records,
  { storeId, email, role, expiresAt, tokenHash, by, shown }: OpenInvitation & { tokenHash: Buffer },
): Promise<void> {
  await db
    .insertInto('invitation')
    .values({
      token_hash: tokenHash,
      store_id: storeId,
      email: email.toLowerCase(),
      role,
      invited_by: by,
      expires_at: expiresAt,
      shown,
    })
    .execute();
}

/** The invitations of a store that have not expired. */
export const invitationsOf = (db: Records, storeId: number, now: Date): Promise<Invitation[]> =>
  db
    .selectFrom('invitation')
    .select(['store_id as storeId', 'email', 'role', 'expires_at as expiresAt'])
    .$narrowType<{ role: Role }>()
    .where('store_id', '=', storeId)
    .where('expires_at', '>', now)
    .where(STANDS)
    .orderBy('created_at')
    .execute();

/** Withdraws what was not taken up. @returns false if there was nothing */
export async function removeInvitations(db: Records, storeId: number, email: string): Promise<boolean> {
  const gone = await db
    .deleteFrom('invitation')
    .where('store_id', '=', storeId)
    .where((eb) => eb(eb.fn<string>('lower', ['email']), '=', email))
    .executeTakeFirst();
  return gone.numDeletedRows > 0n;
}

// An invitation stands while whoever made it may still invite: roles with `team.manage`, told apart in SQL.
const INVITERS = rolesWith('team.manage');
const STANDS = sql<boolean>`(invitation.invited_by is null or exists (
  select 1 from membership m join account a on a.id = m.account_id
  where m.account_id = invitation.invited_by and m.store_id = invitation.store_id and m.role = any(${INVITERS})
    and a.disabled_at is null))`;
const OPEN = sql`store_id as "storeId", email, role, expires_at as "expiresAt", invited_by as by, shown`;

/** An invitation that stands. Undefined if it has expired, was used, or its maker may not invite any more. */
export async function findInvitation(db: Records, tokenHash: Buffer, now: Date): Promise<OpenInvitation | undefined> {
  const { rows } = await sql<OpenInvitation>`select ${OPEN} from invitation
    where token_hash = ${tokenHash} and expires_at > ${now} and ${STANDS}`.execute(db);
  return rows[0];
}

/** Takes an invitation up: it is gone then. Undefined where `findInvitation` is. */
export async function takeInvitation(trx: Records, tokenHash: Buffer, now: Date): Promise<OpenInvitation | undefined> {
  const { rows } = await sql<OpenInvitation>`delete from invitation
    where token_hash = ${tokenHash} and expires_at > ${now} and ${STANDS} returning ${OPEN}`.execute(trx);
  return rows[0];
}
