/** The list of products that their keepers see: filtered, sorted, a part at a time, however many there are. */
import type { ProductSort, ProductStatus, ProductStock } from '@parlour/core/catalogue';
import { sql } from 'kysely';
import { currencyOf } from './cards.js';
import type { Records } from './database.js';
import type { Sql } from './named.js';

export interface ListedProduct {
  readonly code: string;
  readonly title: string;
  readonly status: ProductStatus;
  /** The code of its brand. */
  readonly brand: string | null;
  readonly category: string;
  /** The lowest price in minor units; null while it has no variant. */
  readonly price: number | null;
  /** Of all variants; null if one of them is not counted. */
  readonly stock: number | null;
  readonly variants: number;
  /** Where it stands in the order. */
  readonly at: ListPlace;
}

/** What a product is sorted by, and then; the key of one without a price is empty. */
export interface ListPlace {
  readonly key: string;
  readonly then: string;
}

export interface ProductOrder {
  readonly by: ProductSort;
  readonly descending: boolean;
}

/** Which products are listed. */
export interface ProductFilter {
  readonly order: ProductOrder;
  /** The place of the last of the part before. */
  readonly after?: ListPlace | undefined;
  /** What `wordsQuery` makes of the words that they are found by. */
  readonly words?: string | undefined;
  readonly brand?: string | undefined;
  readonly collection?: string | undefined;
  readonly status?: ProductStatus | undefined;
  /** Whether shoppers can buy it, of those that they see. */
  readonly stock?: ProductStock | undefined;
  /** What its lowest price is at least, and at most, in minor units. */
  readonly priceFrom?: number | undefined;
  readonly priceTo?: number | undefined;
}

/**
 * A part of the list. By price, those without one come last in both directions: prices change too often for an index, so
 * the table of prices is read, and of the products no more than are in the part.
 */
export async function listedProducts(
  db: Records,
  storeId: number,
  filter: ProductFilter,
  limit: number,
): Promise<readonly ListedProduct[]> {
  if (filter.order.by !== 'price') return shown(db, storeId, filter, sortedPart(storeId, filter, limit));
  const priced = filter.after?.key === '' ? [] : await shown(db, storeId, filter, pricedPart(storeId, filter, limit));
  if (priced.length === limit || asksPrice(filter)) return priced;
  const left = limit - priced.length;
  const after = filter.after?.key === '' ? filter.after : undefined;
  const rest = await shown(db, storeId, filter, unpricedPart(storeId, { ...filter, after }, left));
  return [...priced, ...rest];
}

/** What is shown of each is asked for the few that are in the part. */
async function shown(
  db: Records,
  storeId: number,
  { order: { descending } }: ProductFilter,
  part: Sql,
): Promise<readonly ListedProduct[]> {
  const way = descending ? sql` desc` : sql``;
  const { rows } = await sql<ListedProduct>`
    with part (id, key, after) as materialized (${part})
    select p.code, p.title, p.status, b.code as brand, p.category, x.least as price, v.stock, v.variants,
      jsonb_build_object('key', coalesce(part.key::text, ''), 'then', part.after::text) as at
    from part join product p on p.id = part.id left join brand b on b.id = p.brand_id ${priceOf(storeId)}
    cross join lateral (select count(*)::int as variants, case when bool_and(stock is not null) then sum(stock)::int end as stock
      from variant where product_id = p.id) v
    order by part.key${way}, part.after${way}`.execute(db);
  return rows;
}

/** What the list is sorted by, then by code; each has an index. */
const KEYS: Readonly<Record<Exclude<ProductSort, 'price'>, { readonly of: Sql; readonly as: Sql }>> = {
  code: { of: sql`p.code`, as: sql`text` },
  title: { of: sql`p.title collate "und-x-icu"`, as: sql`text` },
  created: { of: sql`p.created_at`, as: sql`timestamptz` },
};

function sortedPart(storeId: number, filter: ProductFilter, limit: number): Sql {
  const { by, descending } = filter.order;
  // Asked only where it is none.
  const { of, as } = KEYS[by === 'price' ? 'code' : by];
  const way = descending ? sql` desc` : sql``;
  return sql`select p.id, ${of} as key, p.code as after from product p ${asksPrice(filter) ? priceOf(storeId) : sql``}
    where ${all(ofProducts(storeId, filter), ofPrice(filter), [
      filter.after &&
        sql`(${of}, p.code) ${descending ? sql`<` : sql`>`} (${filter.after.key}::${as}, ${filter.after.then})`,
    ])}
    order by ${of}${way}, p.code${way} limit ${limit}`;
}

function pricedPart(storeId: number, filter: ProductFilter, limit: number): Sql {
  const { descending } = filter.order;
  const way = descending ? sql` desc` : sql``;
  return sql`select x.product_id, x.least as key, x.product_id as after from card_price x
    where ${all(ofPrices(storeId, filter), ofPrice(filter), [
      filter.after &&
        sql`(x.least, x.product_id) ${descending ? sql`<` : sql`>`} (${filter.after.key}::bigint, ${filter.after.then}::int)`,
    ])}
    order by x.least${way}, x.product_id${way} limit ${limit}`;
}

/** By code, those that have no variant. */
const unpricedPart = (storeId: number, filter: ProductFilter, limit: number): Sql => {
  const { descending } = filter.order;
  const way = descending ? sql` desc` : sql``;
  return sql`select p.id, null::text as key, p.code as after from product p
    where ${all(ofProducts(storeId, filter), [
      sql`not exists (select from card_price x where x.product_id = p.id and x.currency = ${currencyOf(sql`${storeId}`)})`,
      filter.after && sql`p.code ${descending ? sql`<` : sql`>`} ${filter.after.then}`,
    ])}
    order by p.code${way} limit ${limit}`;
};

const priceOf = (storeId: number): Sql =>
  sql`left join card_price x on x.product_id = p.id and x.currency = ${currencyOf(sql`${storeId}`)}`;

const asksPrice = ({ priceFrom, priceTo }: ProductFilter): boolean => priceFrom !== undefined || priceTo !== undefined;

type Condition = Sql | false | undefined;
const all = (...conditions: readonly (readonly Condition[])[]): Sql =>
  sql.join(
    conditions.flat().filter((one) => one !== false && one !== undefined),
    sql` and `,
  );

const ofPrice = ({ priceFrom, priceTo }: ProductFilter): Condition[] => [
  priceFrom !== undefined && sql`x.least >= ${priceFrom}`,
  priceTo !== undefined && sql`x.least <= ${priceTo}`,
];

const inCollection = (storeId: number, code: string): Sql =>
  sql`(select product_id from collection_member where collection_id = (select id from collection where store_id = ${storeId} and code = ${code}))`;
const ofBrand = (storeId: number, code: string): Sql =>
  sql`brand_id = (select id from brand where store_id = ${storeId} and code = ${code})`;
const soldOut = (storeId: number): Sql =>
  sql`(select c.product_id from card c where c.store_id = ${storeId} and not c.available)`;

/** Which products, said of them. */
const ofProducts = (storeId: number, { words, brand, collection, status, stock }: ProductFilter): Condition[] => [
  sql`p.store_id = ${storeId}`,
  status !== undefined && sql`p.status = ${status}`,
  words !== undefined && sql`p.words @@ to_tsquery('simple', ${words})`,
  brand !== undefined && sql`p.${ofBrand(storeId, brand)}`,
  collection !== undefined && sql`p.id in ${inCollection(storeId, collection)}`,
  stock === 'available' && sql`exists (select from card c where c.product_id = p.id and c.available)`,
  stock === 'sold-out' && sql`p.id in ${soldOut(storeId)}`,
];

/** The same said of their prices, so that products are looked at only as far as an index leads to them. */
function ofPrices(storeId: number, { words, brand, collection, status, stock }: ProductFilter): Condition[] {
  const products = (where: Sql): Sql =>
    sql`x.product_id in (select id from product where store_id = ${storeId} and ${where})`;
  return [
    sql`x.store_id = ${storeId}`,
    sql`x.currency = ${currencyOf(sql`${storeId}`)}`,
    // Most are for sale; the others have an index.
    status === 'for-sale' &&
      sql`not exists (select from product where id = x.product_id and store_id = ${storeId} and status <> 'for-sale')`,
    status !== undefined && status !== 'for-sale' && products(sql`status <> 'for-sale' and status = ${status}`),
    words !== undefined && products(sql`words @@ to_tsquery('simple', ${words})`),
    brand !== undefined && products(ofBrand(storeId, brand)),
    collection !== undefined && sql`x.product_id in ${inCollection(storeId, collection)}`,
    stock === 'available' &&
      sql`exists (select from card c where c.product_id = x.product_id and c.store_id = ${storeId} and c.available)`,
    stock === 'sold-out' && sql`x.product_id in ${soldOut(storeId)}`,
  ];
}
