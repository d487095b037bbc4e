/** Collections that a rule fills: the rules, and who is in them by one. Only `assigning/filling.ts` writes. */
import { sql } from 'kysely';
import type { Records } from './database.js';

/**
 * Until the transaction ends, nobody changes a rule while others work out who is in by the rules that there are, and
 * nobody works that out while a rule changes. It comes before the locks on products.
 */
export async function lockFilling(trx: Records, storeId: number, why: 'using' | 'changing'): Promise<void> {
  const lock = why === 'using' ? sql`pg_advisory_xact_lock_shared` : sql`pg_advisory_xact_lock`;
  await sql`select ${lock}(hashtext('parlour filling'), ${storeId})`.execute(trx);
}

export interface FillingRule {
  readonly id: number;
  readonly code: string;
  readonly when: string;
  /** The leading currency of its store. */
  readonly currency: string;
}

/** The rules of a store that fill collections. */
export async function fillingRules(db: Records, storeId: number): Promise<readonly FillingRule[]> {
  const { rows } = await sql<FillingRule>`
    select c.id, c.code, c.rule as "when", s.currency from collection c join store s on s.id = c.store_id
    where c.store_id = ${storeId} and c.rule is not null order by c.id`.execute(db);
  return rows;
}

/** A product in a collection. */
export interface Membership {
  readonly collection: number;
  readonly product: number;
}

/** In which collections that a rule fills some products are. */
export async function membershipsByRule(
  db: Records,
  storeId: number,
  codes: readonly string[],
): Promise<readonly (Membership & { readonly code: string })[]> {
  const { rows } = await sql<Membership & { code: string }>`
    select m.collection_id as collection, p.id as product, p.code
    from product p join collection_member m on m.product_id = p.id join collection c on c.id = m.collection_id
    where p.store_id = ${storeId} and p.code = any(${[...codes]}) and c.rule is not null`.execute(db);
  return rows;
}

/** Those that are in a collection. @returns the ids of products */
export async function productsIn(db: Records, collection: number): Promise<ReadonlySet<number>> {
  const rows = await db
    .selectFrom('collection_member')
    .select('product_id')
    .where('collection_id', '=', collection)
    .execute();
  return new Set(rows.map(({ product_id }) => product_id));
}

/** The codes of products by their ids, in the order of these. */
export async function codesOf(db: Records, ids: readonly number[]): Promise<ReadonlyMap<number, string>> {
  const { rows } = await sql<{ id: number; code: string }>`
    select id, code from product where id = any(${[...ids]}::int[]) order by id`.execute(db);
  return new Map(rows.map(({ id, code }) => [id, code]));
}

const columnsOf = (all: readonly Membership[]) =>
  sql`unnest(${all.map(({ collection }) => collection)}::int[], ${all.map(({ product }) => product)}::int[]) x (collection, product)`;

/** By rule, products have no places of their own: they stand in the order in which they were added to the store. */
export async function addMemberships(trx: Records, all: readonly Membership[]): Promise<void> {
  if (all.length === 0) return;
  await sql`insert into collection_member (collection_id, product_id, position)
    select collection, product, 0 from ${columnsOf(all)} on conflict do nothing`.execute(trx);
}

export async function removeMemberships(trx: Records, all: readonly Membership[]): Promise<void> {
  if (all.length === 0) return;
  await sql`delete from collection_member m using ${columnsOf(all)}
    where m.collection_id = x.collection and m.product_id = x.product`.execute(trx);
}

/** Those that were chosen by hand lose their places. */
export async function forgetPlaces(trx: Records, collection: number): Promise<void> {
  await sql`update collection_member set position = 0 where collection_id = ${collection} and position <> 0`.execute(
    trx,
  );
}
