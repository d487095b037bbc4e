/** What listings look at, read from the tables: of all products that shoppers see, or of those that have changed. */
import { sql } from 'kysely';
import { currencyOf } from './cards.js';
import type { Records } from './database.js';
import { named, type Sql } from './named.js';
import { oneOf } from './answers/part.js';
import { wordsQuery } from './answers/sources/found.js';

/** A product as listings look at it. */
export interface ListedProduct {
  readonly id: number;
  readonly code: string;
  /** When it was added, in microseconds since 1970. */
  readonly created: number;
  /** The lowest price, in minor units. */
  readonly price: number;
  /** How much less that is than before, in ten-thousandths of the was-price; null if it is not reduced. */
  readonly saving: number | null;
  /** Whether any variant is reduced. */
  readonly reduced: boolean;
  /** The average of its reviews, in hundredths of a star; null if there is none. */
  readonly rating: number | null;
  readonly sold: number;
  readonly available: boolean;
  /** Another number if its title is another one, in any language. */
  readonly titles: number;
  /** The code of its brand, and its title in the leading language. */
  readonly brand: string | null;
  readonly brandTitle: string;
  readonly category: string;
  readonly attributes: Readonly<Record<string, string | number | boolean>>;
  /** The collections it is in, by their codes, with its place there. */
  readonly collections: readonly (readonly [code: string, place: number])[];
  /** The chosen options of each variant that can be bought; of all if none can. */
  readonly variants: readonly Readonly<Record<string, string>>[];
}

const listed = (store: Sql, where: Sql): Sql => sql`
  select c.product_id as id, c.code as "code", (extract(epoch from c.created_at) * 1000000)::float8 as created,
    x.least as price, case when x.was > x.least then ((x.was - x.least)::bigint * 10000 / x.was)::int end as saving,
    x.reduced, c.rating, c.sold, c.available, hashtext(c.title || c.texts::text) as titles,
    b.code as brand, c.brand as "brandTitle", p.category, p.attributes,
    coalesce((select json_agg(json_build_array(o.code, m.position)) from collection_member m join collection o on o.id = m.collection_id
      where m.product_id = c.product_id), '[]') as collections,
    coalesce((select json_agg(v.options) from variant v where v.product_id = c.product_id
      and (not c.available or v.stock is null or v.stock > 0)), '[]') as variants
  from (select * from card c where c.store_id = ${store} and ${where}) c left join brand b on b.id = c.brand_id,
    ${oneOf('product', sql`p.id = c.product_id`, 'p')},
    ${oneOf('card_price', sql`x.product_id = c.product_id and x.currency = ${currencyOf(store)}`, 'x')}`;

const afterCode = named<ListedProduct>(
  ($) => sql`${listed($(0), sql`c.code > ${$(1)} order by c.code limit ${$(2)}`)} order by c.code`,
);
const byId = named<ListedProduct>(($) => listed($(0), sql`c.product_id = any(${$(1)}::int[])`));

/** Products in the order of their codes. @param after the code of the last one before; empty for the first */
export async function listedAfter(
  db: Records,
  storeId: number,
  after: string,
  limit: number,
): Promise<readonly ListedProduct[]> {
  const { rows } = await db.executeQuery(afterCode(storeId, after, limit));
  return rows;
}

/** Those of some products that shoppers see, in no order. */
export async function listedByIds(
  db: Records,
  storeId: number,
  ids: readonly number[],
): Promise<readonly ListedProduct[]> {
  const { rows } = await db.executeQuery(byId(storeId, [...ids]));
  return rows;
}

/** Ids are sent as bytes, four each: a million of them as an array take half a second to read. */
const asBytes = (order: Sql): Sql =>
  sql`coalesce(string_agg(int4send(id), ''::bytea order by ${order}), ''::bytea) as ids`;

function idsIn(bytes: Buffer): Int32Array {
  const ids = new Int32Array(bytes.length / 4);
  for (let i = 0; i < ids.length; i++) ids[i] = bytes.readInt32BE(4 * i);
  return ids;
}

// In the leading language an index has them in order; what is aggregated comes as the inner query has it.
const byTitle = named<{ ids: Buffer }>(
  ($) => sql`select coalesce(string_agg(int4send(id), ''::bytea), ''::bytea) as ids from (
    select product_id as id from card where store_id = ${$(0)} order by title collate "und-x-icu", product_id) t`,
);
const byTitleIn = named<{ ids: Buffer }>(
  ($) => sql`select ${asBytes(sql`title collate "und-x-icu", id`)} from (
    select product_id as id, coalesce(texts -> ${$(1)}::text ->> 'title', title) as title from card where store_id = ${$(0)}) t`,
);

/** The ids of all products that shoppers see, by title. @param language null for the leading one */
export async function idsByTitle(db: Records, storeId: number, language: string | null): Promise<Int32Array> {
  const { rows } = await db.executeQuery(language === null ? byTitle(storeId) : byTitleIn(storeId, language));
  return idsIn(rows[0]?.ids ?? Buffer.alloc(0));
}

const byWords = named<{ ids: Buffer }>(
  ($) => sql`select ${asBytes(sql`rank desc, created_at desc, id`)} from (
    select p.id, p.created_at, ts_rank(p.words, q) as rank from product p, to_tsquery('simple', ${$(1)}) q
    where p.store_id = ${$(0)} and p.words @@ q) t`,
);

/** The ids of what is found by words, the best first. */
export async function idsFound(db: Records, storeId: number, words: string): Promise<Int32Array> {
  const query = wordsQuery(words);
  if (query === '') return new Int32Array();
  const { rows } = await db.executeQuery(byWords(storeId, query));
  return idsIn(rows[0]?.ids ?? Buffer.alloc(0));
}

const withCodes = named<{ id: number; code: string }>(
  ($) => sql`select product_id as id, code from card where store_id = ${$(0)} and code = any(${$(1)}::text[])`,
);

/** The ids of products that shoppers see, by their codes. */
export async function idsWithCodes(
  db: Records,
  storeId: number,
  codes: readonly string[],
): Promise<ReadonlyMap<string, number>> {
  const { rows } = await db.executeQuery(withCodes(storeId, [...codes]));
  return new Map(rows.map(({ id, code }) => [code, id]));
}

/** The stores with more than so many products that shoppers see. */
export async function storesWithMoreThan(db: Records, count: number): Promise<number[]> {
  const { rows } = await sql<{ id: number }>`
    select s.id from store s where exists (
      select from card c where c.store_id = s.id order by c.code offset ${count} limit 1) order by s.id`.execute(db);
  return rows.map(({ id }) => id);
}
