/** Pages of which something that rules see has changed, until every design has worked them out anew. */
import type { PageKind } from '@parlour/core/pages';
import { sql } from 'kysely';
import type { Records } from './database.js';
import { isNotSetAside } from './failed-jobs.js';

export interface DuePage {
  readonly id: number;
  readonly kind: Exclude<PageKind, 'content'>;
  /** The code of its subject. */
  readonly code: string;
  /** The one fact of it that has changed; null if it may be any. */
  readonly fact: string | null;
}

const MOST_AT_ONCE = 1_000;

/** @param fact the only one that has changed, if it is known */
export async function notePagesDue(
  trx: Records,
  storeId: number,
  kind: DuePage['kind'],
  codes: readonly string[],
  fact: string | null = null,
): Promise<void> {
  await sql`insert into page_due (store_id, kind, code, fact)
    select ${storeId}, ${kind}, unnest(${[...codes]}::text[]), ${fact}`.execute(trx);
}

/** Those of a store that came first. */
export const duePages = (db: Records, storeId: number): Promise<DuePage[]> =>
  db
    .selectFrom('page_due')
    .select(['id', 'kind', 'code', 'fact'])
    .where('store_id', '=', storeId)
    .orderBy('id')
    .limit(MOST_AT_ONCE)
    .$narrowType<{ kind: DuePage['kind'] }>()
    .execute();

/** Takes away those that are done; what became due since stays. */
export async function removeDue(db: Records, done: readonly DuePage[]): Promise<void> {
  await db
    .deleteFrom('page_due')
    .where(sql<boolean>`id = any(${done.map(({ id }) => id)}::bigint[])`)
    .execute();
}

/** The stores that have any, but for those whose work failed a moment ago. */
export async function storesDue(db: Records, now: Date): Promise<number[]> {
  const rows = await db
    .selectFrom('page_due')
    .select('store_id')
    .distinct()
    .where(isNotSetAside(sql`'pages due ' || store_id`, now))
    .execute();
  return rows.map(({ store_id }) => store_id);
}
