/** What store pages are about, as the pages themselves need it: products, collections and brands by slug or code. */
import type { Brand, Collection, PageCode, Product } from '@parlour/core';
import { answerNeeds } from './answers/answer.js';
import type { PathSources } from './answers/part.js';
import type { Records } from './database.js';
import { named } from './named.js';

/** What a thing is looked up by. */
export type By = 'slug' | 'code';
const BY: readonly By[] = ['slug', 'code'];

/** The same statement for each way to look up. */
const byEither = <Row>(text: (by: By) => string) =>
  Object.fromEntries(BY.map((by) => [by, named<Row>(text(by))])) as Record<By, ReturnType<typeof named<Row>>>;

const productBy = byEither<Product>(
  (by) => `
  select p.code, p.slug, p.title, p.category, p.keywords, p.attributes, p.summary, p.description, p.options,
    p.visible_since as "visibleSince", coalesce(b.title, '') as brand, b.code as "brandCode",
    coalesce((select array_agg(c.code) from collection_member m join collection c on c.id = m.collection_id
      where m.product_id = p.id), '{}') as collections,
    coalesce((select jsonb_agg(jsonb_build_object('code', code, 'options', options, 'price', price,
      'wasPrice', case when was_price > price then was_price end, 'stock', stock) order by position)
      from variant where product_id = p.id), '[]') as variants,
    coalesce((select jsonb_agg(jsonb_build_object('hash', i.hash, 'width', i.width, 'height', i.height, 'alt', pp.alt,
      'widths', i.widths) order by pp.position)
      from product_picture pp join picture i on i.store_id = pp.store_id and i.hash = pp.hash
      where pp.product_id = p.id), '[]') as pictures
  from product p left join brand b on b.id = p.brand_id where p.store_id = $1 and p.${by} = $2`,
);

/** A product that can be shown: one with a variant. */
export async function findProduct(db: Records, storeId: number, by: By, value: string): Promise<Product | undefined> {
  const [row] = (await db.executeQuery(productBy[by](storeId, value))).rows;
  return row && row.variants.length > 0 ? row : undefined;
}

const collectionBy = byEither<Collection>(
  (by) => `
  select code, slug, title, description, (with recursive above (parent_id, code, depth) as (
      select collection.parent_id, ''::text, 0
      union all
      select c.parent_id, c.code, a.depth + 1 from above a join collection c on c.id = a.parent_id where a.depth < 20
    ) select coalesce(array_agg(code order by depth) filter (where depth > 0), '{}') from above) as parents
  from collection where store_id = $1 and ${by} = $2`,
);

export const findCollection = async (
  db: Records,
  storeId: number,
  by: By,
  value: string,
): Promise<Collection | undefined> => (await db.executeQuery(collectionBy[by](storeId, value))).rows[0];

const brandBy = byEither<Brand>(
  (by) => `select code, slug, title, description from brand where store_id = $1 and ${by} = $2`,
);

export const findBrand = async (db: Records, storeId: number, by: By, value: string): Promise<Brand | undefined> =>
  (await db.executeQuery(brandBy[by](storeId, value))).rows[0];

/** The paths of pages that exist, by page. */
export async function pathsOf(
  db: Records,
  sources: PathSources,
  pages: readonly PageCode[],
): Promise<Map<PageCode, string>> {
  const needs = pages.map((page) => ({ type: 'path', page }) as const);
  const { data } = await answerNeeds(db, { sources, needs, subject: null });
  return new Map(
    needs.flatMap((need) => {
      const path = data.get(need);
      return path === null || path === undefined ? [] : [[need.page, path]];
    }),
  );
}
