/** Products and collections, as pages and lists read them. */
import {
  needKey,
  pathOf,
  keys,
  type Collection,
  type Need,
  type PageCode,
  type PageData,
  type ContentDocument,
  type DesignState,
  type PathPatterns,
  type Brand,
  type PictureInfo,
  type Product,
  type ProductCard,
  type Subject,
  type Variant,
  parsePage,
} from '@parlour/core';
import { sql, type RawBuilder } from 'kysely';
import type { Records } from './database.js';
import type { Tables } from './tables.js';

/** A product by slug or by code. */
export async function findProduct(
  db: Records,
  storeId: number,
  by: 'slug' | 'code',
  value: string,
): Promise<Product | undefined> {
  const row = await db
    .selectFrom('product')
    .select(['code', 'slug', 'title', 'category', 'keywords', 'attributes', 'summary', 'description', 'options'])
    .select('visible_since as visibleSince')
    .select(sql<string>`coalesce((select title from brand where brand.id = product.brand_id), '')`.as('brand'))
    .select(
      sql<
        string[]
      >`coalesce((select array_agg(c.code) from collection_member m join collection c on c.id = m.collection_id where m.product_id = product.id), '{}')`.as(
        'collections',
      ),
    )
    .select(
      sql<Variant[]>`coalesce((select jsonb_agg(jsonb_build_object('code', code, 'options', options, 'price', price,
        'wasPrice', case when was_price > price then was_price end, 'stock', stock) order by position) from variant where product_id = product.id), '[]')`.as(
        'variants',
      ),
    )
    .select(
      sql<
        PictureInfo[]
      >`coalesce((select jsonb_agg(jsonb_build_object('hash', i.hash, 'width', i.width, 'height', i.height, 'alt', pp.alt, 'widths', i.widths) order by pp.position)
        from product_picture pp join picture i on i.store_id = pp.store_id and i.hash = pp.hash where pp.product_id = product.id), '[]')`.as(
        'pictures',
      ),
    )
    .where('store_id', '=', storeId)
    .where(by, '=', value)
    .executeTakeFirst();
  return row && row.variants.length > 0 ? row : undefined;
}

export async function findCollection(
  db: Records,
  storeId: number,
  by: 'slug' | 'code',
  value: string,
): Promise<Collection | undefined> {
  return db
    .selectFrom('collection')
    .select(['code', 'slug', 'title', 'description'])
    .select(
      sql<string[]>`(with recursive above (parent_id, code, depth) as (
        select collection.parent_id, ''::text, 0
        union all
        select c.parent_id, c.code, a.depth + 1 from above a join collection c on c.id = a.parent_id where a.depth < 20
      ) select coalesce(array_agg(code order by depth) filter (where depth > 0), '{}') from above)`.as('parents'),
    )
    .where('store_id', '=', storeId)
    .where(by, '=', value)
    .executeTakeFirst();
}

export const findBrand = (
  db: Records,
  storeId: number,
  by: 'slug' | 'code',
  value: string,
): Promise<Brand | undefined> =>
  db
    .selectFrom('brand')
    .select(['code', 'slug', 'title', 'description'])
    .where('store_id', '=', storeId)
    .where(by, '=', value)
    .executeTakeFirst();

/** What paths of pages are made with: the design's patterns, and its content pages. */
export interface PathSources {
  readonly storeId: number;
  readonly patterns: PathPatterns;
  readonly state: DesignState;
}

/**
 * Answers everything a page needs in at most three statements, however many sections ask.
 * @param subject what the page is about; a row may take its products from it
 */
export async function loadData(
  db: Records,
  sources: PathSources,
  needs: readonly Need[],
  subject: Subject,
): Promise<PageData> {
  const wanted = [...new Map(needs.map((need) => [needKey(need), need])).values()];
  const [products, pictures, paths] = await Promise.all([
    loadProducts(
      db,
      sources,
      wanted.filter((need) => need.type === 'products'),
      subject,
    ),
    loadPictures(
      db,
      sources.storeId,
      wanted.flatMap((need) => (need.type === 'picture' ? [need.hash] : [])),
    ),
    loadPaths(
      db,
      sources,
      wanted.flatMap((need) => (need.type === 'path' ? [need.page] : [])),
    ),
  ]);
  return { products, pictures, paths };
}

type ProductsNeed = Need & { type: 'products' };

async function loadProducts(
  db: Records,
  { storeId, patterns }: PathSources,
  needs: readonly ProductsNeed[],
  subject: Subject,
): Promise<Map<string, ProductCard[]>> {
  const found = new Map<string, ProductCard[]>(needs.map((need) => [needKey(need), []]));
  const queries = needs.flatMap((need) => {
    const from = sourceQuery(storeId, need, subject);
    return from
      ? [
          sql`select ${needKey(need)}::text as need, chosen.rank, card.* from (${from}) chosen join product_card card on card.id = chosen.id`,
        ]
      : [];
  });
  if (queries.length === 0) return found;
  const rows = await sql<
    Tables['product_card'] & { need: string }
  >`${sql.join(queries, sql` union all `)} order by need, rank`.execute(db);
  for (const row of rows.rows) found.get(row.need)?.push(asCard(row, patterns));
  return found;
}

/** The ids of a source with their rank; null if the source means nothing on this page. */
function sourceQuery(storeId: number, { source, limit }: ProductsNeed, subject: Subject): RawBuilder<unknown> | null {
  switch (source.from) {
    case 'newest':
      return sql`select id, row_number() over (order by created_at desc, id) as rank from product where store_id = ${storeId} order by created_at desc, id limit ${limit}`;
    case 'reduced':
      return sql`select p.id, row_number() over (order by p.created_at desc, p.id) as rank from product p where store_id = ${storeId}
        and exists (select 1 from variant v where v.product_id = p.id and v.was_price > v.price) order by p.created_at desc, p.id limit ${limit}`;
    case 'collection':
      return memberQuery(storeId, source.collection, limit);
    case 'this-collection':
      return subject && 'collection' in subject ? memberQuery(storeId, subject.collection.code, limit) : null;
    case 'same-brand':
      return sameBrandQuery(storeId, subject, limit);
    case 'chosen':
      return sql`select p.id, array_position(${[...source.products]}::text[], p.code) as rank from product p
        where store_id = ${storeId} and code = any(${[...source.products]}) order by rank limit ${limit}`;
  }
}

const memberQuery = (storeId: number, code: string, limit: number): RawBuilder<unknown> =>
  sql`select m.product_id as id, m.position as rank from collection c join collection_member m on m.collection_id = c.id
    where c.store_id = ${storeId} and c.code = ${code} order by m.position limit ${limit}`;

/** On a brand's page its products, on a product's page the others of its brand; the newest first. */
function sameBrandQuery(storeId: number, subject: Subject, limit: number): RawBuilder<unknown> | null {
  if (!subject || !('brand' in subject || 'product' in subject)) return null;
  const brand =
    'brand' in subject
      ? sql`select id from brand where store_id = ${storeId} and code = ${subject.brand.code}`
      : sql`select brand_id from product where store_id = ${storeId} and code = ${subject.product.code}`;
  const itself = 'product' in subject ? subject.product.code : null;
  return sql`select id, row_number() over (order by created_at desc, id) as rank from product
    where store_id = ${storeId} and brand_id = (${brand}) and code is distinct from ${itself}
    order by created_at desc, id limit ${limit}`;
}

const asCard = (row: Tables['product_card'], patterns: PathPatterns): ProductCard => ({
  code: row.code,
  path: pathOf(patterns, 'product', row.slug),
  title: row.title,
  brand: row.brand,
  price: row.price,
  wasPrice: row.was_price,
  varies: row.varies,
  available: row.available,
  picture: row.picture,
});

async function loadPictures(
  db: Records,
  storeId: number,
  hashes: readonly string[],
): Promise<Map<string, PictureInfo>> {
  if (hashes.length === 0) return new Map();
  const rows = await db
    .selectFrom('picture')
    .select(['hash', 'width', 'height', 'widths'])
    .where('store_id', '=', storeId)
    .where(sql<boolean>`hash = any(${[...hashes]})`)
    .execute();
  return new Map(rows.map((row) => [needKey({ type: 'picture', hash: row.hash }), { ...row, alt: '' }]));
}

async function loadPaths(
  db: Records,
  { storeId, patterns, state }: PathSources,
  pages: readonly PageCode[],
): Promise<Map<string, string>> {
  const paths = new Map<string, string>();
  const codes: Record<'product' | 'collection' | 'brand', string[]> = { product: [], collection: [], brand: [] };
  const found = (page: PageCode, path: string): void => void paths.set(needKey({ type: 'path', page }), path);
  for (const page of pages) {
    const { kind, code } = parsePage(page);
    if (code === null) {
      if (kind !== 'not-found') found(page, pathOf(patterns, kind));
    } else if (kind === 'product' || kind === 'collection' || kind === 'brand') codes[kind].push(code);
    else if (kind === 'content') {
      const document = state.get(keys.content(code)) as ContentDocument | undefined;
      if (document) found(page, pathOf(patterns, kind, document.slug));
    }
  }
  if (Object.values(codes).every((some) => some.length === 0)) return paths;
  const rows = await sql<{ kind: keyof typeof codes; code: string; slug: string }>`
    select 'product' as kind, code, slug from product where store_id = ${storeId} and code = any(${codes.product})
    union all select 'collection', code, slug from collection where store_id = ${storeId} and code = any(${codes.collection})
    union all select 'brand', code, slug from brand where store_id = ${storeId} and code = any(${codes.brand})`.execute(
    db,
  );
  for (const { kind, code, slug } of rows.rows) found(`${kind}:${code}`, pathOf(patterns, kind, slug));
  return paths;
}

/** The paths of pages that exist, by page. */
export async function pathsOf(
  db: Records,
  sources: PathSources,
  pages: readonly PageCode[],
): Promise<Map<PageCode, string>> {
  const paths = await loadPaths(db, sources, pages);
  return new Map(
    pages.flatMap((page) => {
      const path = paths.get(needKey({ type: 'path', page }));
      return path === undefined ? [] : [[page, path]];
    }),
  );
}
