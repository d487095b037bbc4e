/** Shoppers who sign in: the links they are sent, and who has come by one. Both are found by the hash of their token. */
import { sql } from 'kysely';
import type { Records } from './database.js';

/** A link that signs a shopper in. */
export interface ShopperLink {
  readonly email: string;
  /** The path they came from. */
  readonly back: string;
}

export async function addShopperLink(
  db: Records,
  storeId: number,
  token: Buffer,
  { email, back }: ShopperLink,
  expiresAt: Date,
): Promise<void> {
  await db
    .insertInto('shopper_link')
    .values({ token_hash: token, store_id: storeId, email, back, expires_at: expiresAt })
    .execute();
}

/** The link of a token, if it has not expired. */
export const findShopperLink = (
  db: Records,
  storeId: number,
  token: Buffer,
  now: Date,
): Promise<ShopperLink | undefined> =>
  db
    .selectFrom('shopper_link')
    .select(['email', 'back'])
    .where('store_id', '=', storeId)
    .where('token_hash', '=', token)
    .where('expires_at', '>', now)
    .executeTakeFirst();

/**
 * Takes a link up, once: every link to its address is gone then, and its shopper is signed in.
 * @param session the hash of the token that the browser is given
 * @returns undefined if it has expired or was used
 */
export async function takeShopperLink(
  db: Records,
  storeId: number,
  token: Buffer,
  session: { readonly token: Buffer; readonly expiresAt: Date },
  now: Date,
): Promise<ShopperLink | undefined> {
  // Locked in one order, so that two links of one address do not wait for each other.
  const { rows } = await sql<ShopperLink>`
    with links as (select token_hash from shopper_link where store_id = ${storeId} and email = (
        select email from shopper_link where store_id = ${storeId} and token_hash = ${token} and expires_at > ${now})
        order by token_hash for update),
      gone as (delete from shopper_link where token_hash in (select token_hash from links) returning token_hash, email, back),
      taken as (select email, back from gone where token_hash = ${token}),
      begun as (insert into shopper_session (token_hash, store_id, email, expires_at)
        select ${session.token}, ${storeId}, email, ${session.expiresAt} from taken)
    select email, back from taken`.execute(db);
  return rows[0];
}

/** The email address of whoever is signed in with a token; undefined if nobody is. */
export async function shopperEmail(
  db: Records,
  storeId: number,
  token: Buffer,
  now: Date,
): Promise<string | undefined> {
  const found = await db
    .selectFrom('shopper_session')
    .select('email')
    .where('store_id', '=', storeId)
    .where('token_hash', '=', token)
    .where('expires_at', '>', now)
    .executeTakeFirst();
  return found?.email;
}

export async function endShopperSession(db: Records, storeId: number, token: Buffer): Promise<void> {
  await db.deleteFrom('shopper_session').where('store_id', '=', storeId).where('token_hash', '=', token).execute();
}

export async function dropOldShopperTokens(db: Records, before: Date): Promise<void> {
  await db.deleteFrom('shopper_link').where('expires_at', '<', before).execute();
  await db.deleteFrom('shopper_session').where('expires_at', '<', before).execute();
}
