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
  /** What it is sorted by, besides its code. */
  readonly key: string;
}

/** What the list is sorted by, then by code. Each but the price has an index, which changes too often for one. */
const KEYS: Readonly<Record<ProductSort, { readonly of: Sql; readonly as: Sql }>> = {
  code: { of: sql`p.code`, as: sql`text` },
  title: { of: sql`p.title collate "und-x-icu"`, as: sql`text` },
  created: { of: sql`p.created_at`, as: sql`timestamptz` },
  price: { of: sql`coalesce(x.least, -1)`, as: sql`bigint` },
};

export interface ProductOrder {
  readonly by: ProductSort;
  readonly descending: boolean;
}

/** Which products are listed. */
export interface ProductFilter {
  readonly order: ProductOrder;
  /** What the last of the part before is sorted by. */
  readonly after?: { readonly key: string; readonly code: string } | undefined;
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

export async function listedProducts(
  db: Records,
  storeId: number,
  filter: ProductFilter,
  limit: number,
): Promise<ListedProduct[]> {
  const { by, descending } = filter.order;
  const { of } = KEYS[by];
  const way = descending ? sql` desc` : sql``;
  // What is shown of each is asked for the few that are in the part.
  const { rows } = await sql<ListedProduct>`
    with part as materialized (
      select p.id, p.code, p.title, p.status, p.brand_id, p.category, ${of} as key
      from product p ${by === 'price' || asksPrice(filter) ? priceOf(storeId) : sql``}
      where ${sql.join(conditions(storeId, filter), sql` and `)}
      order by ${of}${way}, p.code${way} limit ${limit}
    )
    select p.code, p.title, p.status, b.code as brand, p.category, x.least as price, v.stock, v.variants, p.key::text as key
    from part p left join brand b on b.id = p.brand_id ${priceOf(storeId)}
    cross join lateral (select count(*)::int as variants, case when bool_and(stock is not null) then sum(stock)::int end as stock
      from variant where product_id = p.id) v
    order by p.key${way}, p.code${way}`.execute(db);
  return rows;
}

const priceOf = (storeId: number): Sql =>
  sql`left join card_price x on x.product_id = p.id and x.currency = ${currencyOf(sql`${storeId}`)}`;

const asksPrice = ({ priceFrom, priceTo }: ProductFilter): boolean => priceFrom !== undefined || priceTo !== undefined;

function conditions(storeId: number, filter: ProductFilter): Sql[] {
  const { order, after, words, brand, collection, status, stock, priceFrom, priceTo } = filter;
  const { of, as } = KEYS[order.by];
  const found: (Sql | false)[] = [
    sql`p.store_id = ${storeId}`,
    after !== undefined &&
      sql`(${of}, p.code) ${order.descending ? sql`<` : sql`>`} (${after.key}::${as}, ${after.code})`,
    status !== undefined && sql`p.status = ${status}`,
    words !== undefined && sql`p.words @@ to_tsquery('simple', ${words})`,
    brand !== undefined && sql`p.brand_id = (select id from brand where store_id = ${storeId} and code = ${brand})`,
    collection !== undefined &&
      sql`p.id in (select product_id from collection_member
        where collection_id = (select id from collection where store_id = ${storeId} and code = ${collection}))`,
    stock === 'available' && sql`exists (select from card c where c.product_id = p.id and c.available)`,
    stock === 'sold-out' &&
      sql`p.id in (select c.product_id from card c where c.store_id = ${storeId} and not c.available)`,
    priceFrom !== undefined && sql`x.least >= ${priceFrom}`,
    priceTo !== undefined && sql`x.least <= ${priceTo}`,
  ];
  return found.filter((one) => one !== false);
}
