/** Collections and what is in them, as their keepers see and write them. Only `catalogue/apply.ts` writes. */
import { MOST_COUNTED, type Collection } from '@parlour/core/catalogue';
import { sql } from 'kysely';
import { json, type Records } from './database.js';

export interface KeptCollection extends Collection {
  readonly id: number;
}

const PICTURE = sql`case when c.picture is not null then jsonb_build_object('hash', c.picture, 'alt', c.picture_alt) end`;

/** The collections of a store with these codes, by code. @param lock keeps others from changing them */
export async function readCollections(
  db: Records,
  storeId: number,
  codes: readonly string[],
  { lock = false } = {},
): Promise<ReadonlyMap<string, KeptCollection>> {
  const { rows } = await sql<KeptCollection>`
    select c.id, c.code, c.slug, c.title, c.description, c.texts, ${PICTURE} as picture, c.position, c.rule as "when",
      (select above.code from collection above where above.id = c.parent_id) as parent
    from collection c where c.store_id = ${storeId} and c.code = any(${[...codes]})
    order by c.id ${lock ? sql`for no key update` : sql``}`.execute(db);
  return new Map(rows.map((row) => [row.code, row]));
}

/** The place after the last collection of a store. */
export async function nextPosition(db: Records, storeId: number): Promise<number> {
  const row = await db
    .selectFrom('collection')
    .select(sql<number>`coalesce(max(position) + 1, 0)::integer`.as('next'))
    .where('store_id', '=', storeId)
    .executeTakeFirstOrThrow();
  return row.next;
}

/** Writes collections, new or not; what each is in is written after all are there. */
export async function putCollections(
  trx: Records,
  storeId: number,
  collections: readonly Collection[],
  sample: boolean,
): Promise<void> {
  await sql`
    insert into collection (store_id, sample, code, slug, title, description, texts, position, rule, picture, picture_alt)
    select ${storeId}, ${sample}, x.code, x.slug, x.title, x.description, x.texts, x.position, x."when",
      x.picture ->> 'hash', coalesce(x.picture ->> 'alt', '')
    from jsonb_to_recordset(${json(collections)}::jsonb)
      x(code text, slug text, title text, description text, texts jsonb, position int, "when" text, picture jsonb)
    on conflict (store_id, code) do update set slug = excluded.slug, title = excluded.title, description = excluded.description,
      texts = excluded.texts, position = excluded.position, rule = excluded.rule, picture = excluded.picture,
      picture_alt = excluded.picture_alt`.execute(trx);
  await sql`
    update collection c set parent_id = above.id
    from jsonb_to_recordset(${json(collections)}::jsonb) x(code text, parent text)
    left join collection above on above.store_id = ${storeId} and above.code = x.parent
    where c.store_id = ${storeId} and c.code = x.code and c.parent_id is distinct from above.id`.execute(trx);
}

export async function deleteCollections(trx: Records, ids: readonly number[]): Promise<void> {
  await sql`update collection set parent_id = null where parent_id = any(${[...ids]}::int[])`.execute(trx);
  await sql`delete from collection where id = any(${[...ids]}::int[])`.execute(trx);
}

/** A collection of the store that is inside itself; undefined if there is none. */
export async function insideItself(db: Records, storeId: number): Promise<string | undefined> {
  const { rows } = await sql<{ code: string }>`
    with recursive above as (
      select id, code, parent_id from collection where store_id = ${storeId} and parent_id is not null
      union select a.id, a.code, c.parent_id from above a join collection c on c.id = a.parent_id
    ) select code from above where parent_id = id limit 1`.execute(db);
  return rows[0]?.code;
}

/** The codes of the products of a collection, in their order. */
export async function membersOf(db: Records, collectionId: number): Promise<string[]> {
  // Each is looked up by itself, so that nobody reads all products for the few of a collection.
  const { rows } = await sql<{ code: string }>`
    select (select code from product where id = m.product_id) as code
    from collection_member m where m.collection_id = ${collectionId} order by m.position, m.product_id`.execute(db);
  return rows.map(({ code }) => code);
}

/** Puts products at the end of a collection, those that are not in it yet. @returns their ids */
export async function addMembers(trx: Records, collectionId: number, productIds: readonly number[]): Promise<number[]> {
  if (productIds.length === 0) return [];
  const { rows } = await sql<{ id: number }>`
    insert into collection_member (collection_id, product_id, position)
    select ${collectionId}, x.id, x.rank + coalesce((select max(position) from collection_member where collection_id = ${collectionId}), 0)
    from unnest(${[...productIds]}::int[]) with ordinality x(id, rank)
    on conflict do nothing returning product_id as id`.execute(trx);
  return rows.map(({ id }) => id);
}

/** Takes products out of a collection. @returns the ids of those that were in it */
export async function removeMembers(
  trx: Records,
  collectionId: number,
  productIds: readonly number[],
): Promise<number[]> {
  if (productIds.length === 0) return [];
  const { rows } = await sql<{ id: number }>`delete from collection_member
    where collection_id = ${collectionId} and product_id = any(${[...productIds]}::int[])
    returning product_id as id`.execute(trx);
  return rows.map(({ id }) => id);
}

/** The codes of all collections that are in one of these, themselves among them. */
export async function codesBelow(db: Records, storeId: number, codes: readonly string[]): Promise<string[]> {
  const { rows } = await sql<{ code: string }>`
    with recursive below as (
      select id, code from collection where store_id = ${storeId} and code = any(${[...codes]})
      union select c.id, c.code from below b join collection c on c.parent_id = b.id
    ) select code from below`.execute(db);
  return rows.map(({ code }) => code);
}

/** All collections of a store in their order, with how many products each has; one more than are counted, or fewer. */
export async function allCollections(
  db: Records,
  storeId: number,
): Promise<(Collection & { readonly products: number })[]> {
  const { rows } = await sql<Collection & { products: number }>`
    select c.code, c.slug, c.title, c.description, c.texts, ${PICTURE} as picture, c.position, c.rule as "when", above.code as parent,
      (select count(*)::int from (
        select from collection_member m where m.collection_id = c.id limit ${MOST_COUNTED + 1}) counted) as products
    from collection c left join collection above on above.id = c.parent_id
    where c.store_id = ${storeId} order by c.position, c.id`.execute(db);
  return rows;
}
