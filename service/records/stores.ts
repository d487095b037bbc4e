/** Stores. */
import type { StoreInfo } from '@parlour/core';
import type { Records } from './database.js';

export interface Store extends StoreInfo {
  readonly id: number;
  readonly slug: string;
  readonly timeZone: string;
  readonly liveDesign: {
    readonly id: number;
    readonly code: string;
    readonly revision: number;
    readonly manifest: string;
  };
}

const storeQuery = (db: Records) =>
  db
    .selectFrom('store')
    .innerJoin('design', 'design.id', 'store.live_design_id')
    .innerJoin('revision', (join) =>
      join.onRef('revision.design_id', '=', 'design.id').onRef('revision.number', '=', 'design.live_revision'),
    )
    .select([
      'store.id',
      'store.slug',
      'store.name',
      'store.currency',
      'store.locale',
      'store.time_zone as timeZone',
      'design.id as designId',
      'design.code as designCode',
      'design.live_revision as revision',
      'revision.manifest',
    ]);

type Row = Omit<Store, 'liveDesign'> & { designId: number; designCode: string; revision: number; manifest: string };

const asStore = ({ designId, designCode, revision, manifest, ...store }: Row): Store => ({
  ...store,
  liveDesign: { id: designId, code: designCode, revision, manifest },
});

export async function findStore(db: Records, slug: string): Promise<Store | undefined> {
  const row = await storeQuery(db).where('store.slug', '=', slug).executeTakeFirst();
  return row && asStore(row);
}

/** The stores an account belongs to, by name. */
export async function storesOf(db: Records, accountId: number): Promise<Store[]> {
  const rows = await storeQuery(db)
    .innerJoin('membership', 'membership.store_id', 'store.id')
    .where('membership.account_id', '=', accountId)
    .orderBy('store.name')
    .execute();
  return rows.map(asStore);
}

export async function belongsTo(db: Records, accountId: number, storeId: number): Promise<boolean> {
  const row = await db
    .selectFrom('membership')
    .select('role')
    .where('account_id', '=', accountId)
    .where('store_id', '=', storeId)
    .executeTakeFirst();
  return row !== undefined;
}
