/** Who has a design open, and which page. Not worth keeping: the rows are unlogged and grow old in a minute. */
import { sql } from 'kysely';
import type { Account } from './accounts.js';
import type { Records } from './database.js';

/** Somebody who has a design open. */
export interface Present {
  readonly name: string;
  /** The page somebody looks at; empty if that is not known. */
  readonly page: string;
}

/** Notes that somebody is there. @param page absent to keep the one known */
export async function present(
  db: Records,
  designId: number,
  { id }: Pick<Account, 'id'>,
  now: Date,
  page?: string,
): Promise<void> {
  await sql`insert into presence (design_id, account_id, page, seen_at) values (${designId}, ${id}, ${page ?? ''}, ${now})
    on conflict (design_id, account_id) do update set seen_at = ${now}, page = ${page === undefined ? sql`presence.page` : sql`${page}`}`.execute(
    db,
  );
}

/** Who has a design open; whoever was not heard of for 40 seconds has left. */
export async function peopleAt(db: Records, designId: number, now: Date): Promise<Present[]> {
  const since = new Date(now.getTime() - 40_000);
  return db
    .selectFrom('presence')
    .innerJoin('account', 'account.id', 'presence.account_id')
    .select(['account.name', 'presence.page'])
    .where('design_id', '=', designId)
    .where('seen_at', '>', since)
    .orderBy('account.name')
    .execute();
}
