/** Stores. */
import { sql } from 'kysely';
import type { Role } from '@parlour/core';
import type { DeliveryMethod, StoreDetails } from '@parlour/core/commerce';
import type { KindSet, StoreInfo } from '@parlour/core/kinds';
import { kindsOf } from './kinds.js';
import { audit, type Audited } from './audit.js';
import { touch } from './changes.js';
import { inTransaction, json, type Records } from './database.js';
import { tags } from './tags.js';

export interface Store extends StoreInfo {
  readonly id: number;
  readonly slug: string;
  readonly timeZone: string;
  /** Further languages than the leading one, as BCP 47 tags. */
  readonly languages: readonly string[];
  /** The delivery methods, in order. */
  readonly delivery: readonly DeliveryMethod[];
  readonly kinds: KindSet;
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
      'store.country',
      'store.details',
      'store.delivery',
      'store.languages',
      'design.id as designId',
      'design.code as designCode',
      'design.live_revision as revision',
      'revision.manifest',
    ]);

type Row = Omit<Store, 'liveDesign' | 'kinds'> & {
  designId: number;
  designCode: string;
  revision: number;
  manifest: string;
};

const asStore = ({ designId, designCode, revision, manifest, ...store }: Row): Store => ({
  ...store,
  kinds: kindsOf(store.id),
  liveDesign: { id: designId, code: designCode, revision, manifest },
});

export const storeById = (
  db: Records,
  id: number,
): Promise<Pick<Store, 'id' | 'slug' | 'name' | 'currency' | 'locale' | 'timeZone' | 'languages'>> =>
  db
    .selectFrom('store')
    .select(['id', 'slug', 'name', 'currency', 'locale', 'time_zone as timeZone', 'languages'])
    .where('id', '=', id)
    .executeTakeFirstOrThrow();

export async function findStore(db: Records, slug: string): Promise<Store | undefined> {
  const row = await storeQuery(db)
    .where('store.slug', '=', slug)
    .where('store.closed_at', 'is', null)
    .executeTakeFirst();
  return row && asStore(row);
}

/** The stores an account belongs to, by name. @param closed the closed ones instead, instead of those that are open */
export async function storesOf(db: Records, accountId: number, closed = false): Promise<Store[]> {
  const rows = await storeQuery(db)
    .innerJoin('membership', 'membership.store_id', 'store.id')
    .where('membership.account_id', '=', accountId)
    .where('store.closed_at', closed ? 'is not' : 'is', null)
    .orderBy('store.name')
    .execute();
  return rows.map(asStore);
}

/** What somebody is in a store; undefined for strangers. */
export async function roleIn(db: Records, accountId: number, storeId: number): Promise<Role | undefined> {
  const row = await db
    .selectFrom('membership')
    .select('role')
    .where('account_id', '=', accountId)
    .where('store_id', '=', storeId)
    .executeTakeFirst();
  // The table lets no other role in.
  return row?.role as Role | undefined;
}

/** @param at null opens it again */
export const setClosed = (
  db: Records,
  { id: storeId, slug }: Pick<Store, 'id' | 'slug'>,
  at: Date | null,
  accountId: number,
): Promise<void> =>
  inTransaction(db, async (trx) => {
    await trx.updateTable('store').set({ closed_at: at }).where('id', '=', storeId).execute();
    touch(trx, storeId, [tags.store]);
    await audit(trx, { storeId, accountId, action: at ? 'store.close' : 'store.reopen', target: slug });
  });

/** Sets the further languages; whoever does it holds the store's lock. */
export async function setLanguages(trx: Records, storeId: number, languages: readonly string[]): Promise<void> {
  await trx
    .updateTable('store')
    .set({ languages: [...languages] })
    .where('id', '=', storeId)
    .execute();
  touch(trx, storeId, [tags.store]);
}

/** What of a store's name and details is to be changed. */
export type DetailsChange = StoreDetails & { readonly name?: string };

/** Changes the name or details of a store; what is not named stays. */
export const changeDetails = (
  db: Records,
  storeId: number,
  { name, ...details }: DetailsChange,
  accountId: number,
): Promise<void> =>
  inTransaction(db, async (trx) => {
    const changed = [...(name === undefined ? [] : ['name']), ...Object.keys(details)].join(', ');
    await audit(trx, { storeId, accountId, action: 'store.details', target: changed });
    await trx
      .updateTable('store')
      .set({ details: sql`details || ${json(details)}::jsonb`, ...(name !== undefined && { name }) })
      .where('id', '=', storeId)
      .execute();
    touch(trx, storeId, [tags.store]);
  });

/**
 * Changes the delivery methods.
 * @param told what is kept of it in the audit list
 * @param change from those there are, which nobody else changes meanwhile
 */
export const changeDelivery = (
  db: Records,
  storeId: number,
  told: Pick<Audited, 'accountId' | 'action' | 'target'>,
  change: (methods: readonly DeliveryMethod[]) => readonly DeliveryMethod[],
): Promise<readonly DeliveryMethod[]> =>
  inTransaction(db, async (trx) => {
    const { delivery } = await trx
      .selectFrom('store')
      .select('delivery')
      .where('id', '=', storeId)
      .forUpdate()
      .executeTakeFirstOrThrow();
    const methods = change(delivery);
    await trx
      .updateTable('store')
      .set({ delivery: json(methods) })
      .where('id', '=', storeId)
      .execute();
    touch(trx, storeId, [tags.store]);
    await audit(trx, { storeId, ...told });
    return methods;
  });

export interface NewStore {
  readonly slug: string;
  readonly name: string;
  readonly currency: string;
  readonly locale: string;
  readonly timeZone: string;
  /** ISO 3166-1 code of the home country. */
  readonly country: string;
}

/** @returns its id; undefined if its slug is taken */
export async function addStore(trx: Records, { timeZone, ...store }: NewStore): Promise<number | undefined> {
  const row = await trx
    .insertInto('store')
    .values({ ...store, time_zone: timeZone })
    .onConflict((conflict) => conflict.column('slug').doNothing())
    .returning('id')
    .executeTakeFirst();
  return row?.id;
}
