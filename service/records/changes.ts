/** The table of changes: written in the transaction that changes something, read by every process. */
import { sql } from 'kysely';
import { afterCommit, beforeCommit, perDatabase, type Database, type Records } from './database.js';
import { named } from './named.js';
import { signal } from './signals.js';
import { tags as tagNames } from './tags.js';
import { sure } from '@parlour/core';

/** Above so many tags a store's change is told as one of the whole catalogue. */
const MOST_TAGS = 1_000;

/** What a transaction changes of a store. */
interface Touched {
  readonly tags: Set<string>;
  readonly products: Set<number>;
}

const touched = new WeakMap<Records, Map<number, Touched>>();

/**
 * Says what the transaction under way changes of a store: pages that depend on one of the tags are made anew. By the
 * time the transaction's work is answered, this process has taken it in.
 * @param products ids of those of which something has changed that listings look at
 * @example
 * touch(trx, store.id, [tags.page('product:K-014')]);
 */
export function touch(trx: Records, storeId: number, tags: Iterable<string>, products: Iterable<number> = []): void {
  let stores = touched.get(trx);
  if (!stores) {
    const made = (stores = new Map<number, Touched>());
    touched.set(trx, made);
    beforeCommit(trx, () => writeChanges(trx, made));
    void afterCommit(trx, async (db) => {
      await applierOf(db).apply();
      await signal(db, 'changes');
    });
  }
  let ofStore = stores.get(storeId);
  if (!ofStore) stores.set(storeId, (ofStore = { tags: new Set(), products: new Set() }));
  for (const tag of tags) ofStore.tags.add(tag);
  for (const id of products) ofStore.products.add(id);
}

async function writeChanges(trx: Records, stores: ReadonlyMap<number, Touched>): Promise<void> {
  await trx
    .insertInto('change')
    .values(
      [...stores].map(([store_id, { tags, products }]) => ({
        store_id,
        products: [...products],
        tags:
          tags.size > MOST_TAGS
            ? [tagNames.catalogue, ...[...tags].filter((tag) => tag === tagNames.store)]
            : [...tags],
      })),
    )
    .execute();
}

/** Who takes changes in, in this process; nobody until it is set. */
export const applierOf = perDatabase(() => ({ apply: (): Promise<void> => Promise.resolve() }));

export interface Change {
  readonly storeId: number;
  readonly tags: readonly string[];
  /** Ids of products of which something has changed that listings look at. */
  readonly products: readonly number[];
}

/** What is new since a snapshot. */
export interface Seen {
  /** The snapshot of now: what a later look is told to begin from. */
  readonly snapshot: string;
  readonly changes: readonly Change[];
  /** True if something may have been missed: the server started anew, or what was written was dropped meanwhile. */
  readonly gap: boolean;
  /** When the database server started. */
  readonly started: string;
}

interface Row {
  readonly seen: string;
  readonly started: string;
  readonly behind: boolean;
  readonly store_id: number | null;
  readonly tags: string[] | null;
  readonly products: number[] | null;
}

// One statement in read committed: the snapshot that is told is the one the rows are read with.
const look = named<Row>(
  (at) => sql`
  select s.*, c.store_id, c.tags, c.products from (
    select pg_current_snapshot()::text as seen, pg_postmaster_start_time()::text as started,
      exists (select 1 from change_mark where dropped and horizon > pg_snapshot_xmin(${at(0)}::pg_snapshot)) as behind
  ) s left join change c on c.xid >= pg_snapshot_xmin(${at(0)}::pg_snapshot) and not pg_visible_in_snapshot(c.xid, ${at(0)}::pg_snapshot)`,
);

/** @param before what the last look answered; null for the first */
export async function changesSince(db: Database, before: Pick<Seen, 'snapshot' | 'started'> | null): Promise<Seen> {
  const { rows } = await db.executeQuery(look(before?.snapshot ?? (await currentSnapshot(db))));
  const first = sure(rows[0]);
  return {
    snapshot: first.seen,
    started: first.started,
    gap: before === null || first.behind || first.started !== before.started,
    changes: rows.flatMap(({ store_id, tags, products }) =>
      store_id === null ? [] : [{ storeId: store_id, tags: tags ?? [], products: products ?? [] }],
    ),
  };
}

async function currentSnapshot(db: Database): Promise<string> {
  const { rows } = await sql<{ now: string }>`select pg_current_snapshot()::text as now`.execute(db);
  return sure(rows[0]).now;
}

const KEPT_MINUTES = 10;

/** Drops what every process has had ten minutes to read. A process that slept for longer finds out by the mark. */
export async function dropOldChanges(db: Database): Promise<void> {
  await sql`insert into change_mark (horizon) values (pg_snapshot_xmin(pg_current_snapshot())) on conflict do nothing`.execute(
    db,
  );
  // eslint-disable-next-line no-restricted-syntax -- by the clock of the database, which wrote the marks
  await sql`with old as (
      select horizon from change_mark where at < now() - make_interval(mins => ${KEPT_MINUTES}) order by horizon desc limit 1
    ),
    marked as (update change_mark set dropped = true where horizon = (select horizon from old)),
    forgotten as (delete from change_mark where horizon < (select horizon from old))
    delete from change where xid < (select horizon from old)`.execute(db);
}
