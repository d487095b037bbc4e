/** How often things were tried within a while, counted for all processes together. */
import { sql } from 'kysely';
import type { Records } from './database.js';

/** How often something was tried since some time. */
export interface Tried {
  readonly key: string;
  /** This try included. */
  readonly tries: number;
  readonly since: Date;
}

/**
 * Counts a try under each key and answers the counts, in one statement: of many at once each sees another count.
 * @param windowMs after how long counting begins anew
 */
export async function countTry(db: Records, keys: readonly string[], windowMs: number, now: Date): Promise<Tried[]> {
  const start = new Date(now.getTime() - windowMs);
  // Sorted, so that two who count under some of the same keys do not wait for each other.
  const { rows } = await sql<Tried>`
    insert into attempt (key, tries, since) select key, 1, ${now} from unnest(${[...keys].sort()}::text[]) key
    on conflict (key) do update set
      tries = case when attempt.since < ${start} then 1 else attempt.tries + 1 end,
      since = case when attempt.since < ${start} then excluded.since else attempt.since end
    returning key, tries, since`.execute(db);
  return rows;
}

/** Takes a try back that turned out to be none, under each key. */
export async function takeTryBack(db: Records, keys: readonly string[]): Promise<void> {
  await sql`update attempt set tries = tries - 1 where key in (
    select key from attempt where key = any(${[...keys]}) and tries > 0 order by key for no key update)`.execute(db);
}

/** Forgets tries that began before a time. */
export async function dropTries(db: Records, before: Date): Promise<void> {
  await db.deleteFrom('attempt').where('since', '<', before).execute();
}

/** Whether an account has signed in from an address before. */
export async function isKnownAddress(db: Records, accountId: number, addressHash: Buffer): Promise<boolean> {
  const row = await db
    .selectFrom('known_address')
    .select('seen_at')
    .where('account_id', '=', accountId)
    .where('address_hash', '=', addressHash)
    .executeTakeFirst();
  return row !== undefined;
}

/** Remembers that an account has signed in from a network address. */
export async function rememberAddress(db: Records, accountId: number, addressHash: Buffer, now: Date): Promise<void> {
  await sql`insert into known_address (account_id, address_hash, seen_at) values (${accountId}, ${addressHash}, ${now})
    on conflict (account_id, address_hash) do update set seen_at = excluded.seen_at`.execute(db);
}

/** Forgets network addresses that were last used before a time. */
export async function dropKnownAddresses(db: Records, before: Date): Promise<void> {
  await db.deleteFrom('known_address').where('seen_at', '<', before).execute();
}
