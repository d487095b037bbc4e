/** What store pages are about, as lists and rules see it: every subject with its code, title, slug and facts. */
import { brandFacts, collectionFacts, productFacts, type ProductFacts } from '@parlour/core/assign';
import type { SubjectFacts } from '@parlour/core/pages';
import { sql } from 'kysely';
import { oneOf } from './answers/part.js';
import { currencyOf } from './cards.js';
import type { Records } from './database.js';

export interface ListedSubject {
  readonly code: string;
  readonly title: string;
  readonly slug: string;
  facts(path: string): SubjectFacts;
}

interface ProductRow extends ProductFacts {
  readonly id: number;
  readonly code: string;
  readonly slug: string;
  readonly title: string;
}

/**
 * Products that can be shown (those for sale, with a price), in the order of their ids.
 * @param only codes, or the ids after one
 */
export async function listProducts(
  db: Records,
  storeId: number,
  only: { readonly codes: readonly string[] } | { readonly after: number; readonly limit: number },
): Promise<(ListedSubject & { readonly id: number })[]> {
  const where =
    'codes' in only
      ? sql`p.code = any(${[...only.codes]})`
      : sql`p.id > ${only.after} order by p.id limit ${only.limit}`;
  const { rows } = await sql<ProductRow>`
    with p as materialized (select p.id, p.code, p.slug, p.title, p.brand_id, p.category, p.keywords, p.attributes, p.visible_since
      from product p where p.store_id = ${storeId} and ${where})
    select p.id, p.code, p.slug, p.title, coalesce((select title from brand where id = p.brand_id), '') as brand, p.category,
      p.keywords, p.attributes, p.visible_since as "visibleSince", x.least as price, v.stock, x.reduced,
      coalesce((select array_agg((select code from collection where id = m.collection_id)) from collection_member m where m.product_id = p.id), '{}') as collections
    from p, ${oneOf('card', sql`card.product_id = p.id`)},
      ${oneOf('card_price', sql`x.product_id = p.id and x.currency = ${currencyOf(sql`${storeId}`)}`, 'x')},
      lateral (select case when bool_and(stock is not null) then sum(stock)::integer end as stock from variant where product_id = p.id) v
    order by p.id`.execute(db);
  return rows.map(({ id, code, slug, title, ...facts }) => ({
    id,
    code,
    slug,
    title,
    facts: (path) => productFacts(facts, path),
  }));
}

/** Collections with those above them. @param codes only these, if given */
export async function listCollections(
  db: Records,
  storeId: number,
  codes?: readonly string[],
): Promise<ListedSubject[]> {
  const { rows } = await sql<{ code: string; slug: string; title: string; parents: string[] }>`
    with recursive above (id, parent_id, code, depth) as (
      select id, parent_id, ''::text, 0 from collection where store_id = ${storeId}
      union all
      select a.id, c.parent_id, c.code, a.depth + 1 from above a join collection c on c.id = a.parent_id where a.depth < 20
    )
    select c.code, c.slug, c.title,
      coalesce((select array_agg(a.code order by a.depth) from above a where a.id = c.id and a.depth > 0), '{}') as parents
    from collection c where c.store_id = ${storeId} ${codes ? sql`and c.code = any(${[...codes]})` : sql``} order by c.id`.execute(
    db,
  );
  return rows.map(({ code, slug, title, parents }) => ({
    code,
    slug,
    title,
    facts: (path) => collectionFacts(parents, path),
  }));
}

/** Brands. @param codes only these, if given */
export async function listBrands(db: Records, storeId: number, codes?: readonly string[]): Promise<ListedSubject[]> {
  const { rows } = await sql<{ code: string; slug: string; title: string }>`
    select code, slug, title from brand where store_id = ${storeId} ${codes ? sql`and code = any(${[...codes]})` : sql``}
    order by id`.execute(db);
  return rows.map((row) => ({ ...row, facts: brandFacts }));
}

export async function hasProducts(db: Records, storeId: number): Promise<boolean> {
  const { rows } = await sql<{
    found: boolean;
  }>`select exists(select from product where store_id = ${storeId}) as found`.execute(db);
  return rows[0]?.found ?? false;
}

/** How many products a store shows. */
export async function countProducts(db: Records, storeId: number): Promise<number> {
  const { rows } = await sql<{
    n: number;
  }>`select count(*)::integer as n from card where store_id = ${storeId}`.execute(db);
  return rows[0]?.n ?? 0;
}
