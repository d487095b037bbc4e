/** The designs of a store, and which of them shoppers see. */
import type { KindSet } from '@parlour/core/kinds';
import { sql } from 'kysely';
import { touch } from './changes.js';
import { kindsOf } from './kinds.js';
import type { Records } from './database.js';
import { tags } from './tags.js';

/** A design of a store, without its documents. */
export interface Design {
  readonly id: number;
  readonly storeId: number;
  /** The time zone of its store. */
  readonly timeZone: string;
  readonly code: string;
  readonly name: string;
  /** The manifest its draft started from. */
  readonly origin: string;
  /** The manifest of the groundwork it builds on; what differs from that are its own changes. */
  readonly groundwork: string;
  /** The number of its newest revision: what shoppers see while the design is live. */
  readonly liveRevision: number;
  readonly draftSeq: number;
  readonly snapshotSeq: number;
  /** For a copy: the state of the live design it has taken in. */
  readonly takenManifest: string | null;
  readonly archivedAt: Date | null;
  readonly createdAt: Date;
  /** What its sections are made of: the kinds of its store. */
  readonly kinds: KindSet;
}

type Row = Omit<Design, 'kinds'>;
const asDesign = (row: Row): Design => ({ ...row, kinds: kindsOf(row.storeId) });

const designQuery = (db: Records) =>
  db
    .selectFrom('design')
    .select([
      'id',
      'store_id as storeId',
      'code',
      'name',
      'origin',
      'groundwork',
      'live_revision as liveRevision',
      'draft_seq as draftSeq',
      'snapshot_seq as snapshotSeq',
      'taken_manifest as takenManifest',
      'archived_at as archivedAt',
      'created_at as createdAt',
      sql<string>`(select time_zone from store where store.id = design.store_id)`.as('timeZone'),
    ]);

/** A design of a store by its code, in use or archived. */
export async function findDesign(db: Records, storeId: number, code: string): Promise<Design | undefined> {
  const row = await designQuery(db).where('store_id', '=', storeId).where('code', '=', code).executeTakeFirst();
  return row && asDesign(row);
}

/** A design that exists. */
export const designById = async (db: Records, id: number): Promise<Design> =>
  asDesign(await designQuery(db).where('id', '=', id).executeTakeFirstOrThrow());

/** Designs of a store, oldest first. @param archived the archived ones instead, instead of those in use */
export async function listDesigns(db: Records, storeId: number, archived = false): Promise<Design[]> {
  const rows = await designQuery(db)
    .where('store_id', '=', storeId)
    .where('archived_at', archived ? 'is not' : 'is', null)
    .orderBy('id')
    .execute();
  return rows.map(asDesign);
}

/**
 * Reads a design and keeps others from changing it until the transaction ends. Rows that only refer to it may be
 * written meanwhile.
 */
export const lockDesign = async (trx: Records, designId: number): Promise<Design> =>
  asDesign(await designQuery(trx).where('id', '=', designId).forNoKeyUpdate().executeTakeFirstOrThrow());

/** What a new design starts with. */
export interface NewDesign {
  readonly storeId: number;
  readonly code: string;
  readonly name: string;
  readonly origin: string;
  readonly groundwork: string;
  readonly takenManifest?: string;
}

/** Adds a design without revisions. @returns its id */
export async function addDesign(
  trx: Records,
  { storeId, code, name, origin, groundwork, takenManifest }: NewDesign,
): Promise<number> {
  const row = await trx
    .insertInto('design')
    .values({
      store_id: storeId,
      code,
      name,
      origin,
      groundwork,
      live_revision: 0,
      draft_seq: 0,
      snapshot_seq: 0,
      taken_manifest: takenManifest ?? null,
    })
    .returning('id')
    .executeTakeFirstOrThrow();
  return row.id;
}

/**
 * Locks the store's row, before any of its designs: making, switching and archiving designs must not cross, nor
 * changes of the team.
 * @returns the design that shoppers see
 */
export async function lockStore(trx: Records, storeId: number): Promise<number | null> {
  const row = await trx
    .selectFrom('store')
    .select('live_design_id as id')
    .where('id', '=', storeId)
    .forNoKeyUpdate()
    .executeTakeFirstOrThrow();
  return row.id;
}

/** Makes a design the one shoppers see, and notes who did it when. */
export async function setLiveDesign(
  trx: Records,
  storeId: number,
  designId: number,
  accountId: number | null,
  note: string,
): Promise<void> {
  await trx.updateTable('store').set({ live_design_id: designId }).where('id', '=', storeId).execute();
  touch(trx, storeId, [tags.store]);
  await trx
    .insertInto('live_switch')
    .values({ store_id: storeId, design_id: designId, account_id: accountId, note })
    .execute();
}

/** Changes what is given of a design. */
export async function updateDesign(
  trx: Records,
  designId: number,
  changes: { name?: string; archivedAt?: Date | null; takenManifest?: string; origin?: string; groundwork?: string },
): Promise<void> {
  const { name, archivedAt, takenManifest, origin, groundwork } = changes;
  await trx
    .updateTable('design')
    .set({
      ...(name === undefined ? {} : { name }),
      ...(archivedAt === undefined ? {} : { archived_at: archivedAt }),
      ...(takenManifest === undefined ? {} : { taken_manifest: takenManifest }),
      ...(origin === undefined ? {} : { origin }),
      ...(groundwork === undefined ? {} : { groundwork }),
    })
    .where('id', '=', designId)
    .execute();
}
