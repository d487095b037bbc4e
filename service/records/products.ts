/** Products as their keepers see and write them, many in one statement. Only `catalogue/apply.ts` writes. */
import type { Product, Variant } from '@parlour/core/catalogue';
import { sql } from 'kysely';
import { currencyOf } from './cards.js';
import { json, type Records } from './database.js';
import { isNotSetAside } from './failed-jobs.js';
import { iso } from './instants.js';
import type { Sql } from './named.js';

export interface KeptProduct extends Product {
  readonly id: number;
  /** The codes of the collections that it is in. */
  readonly collections: readonly string[];
}

/** The products of a store with these codes, by code. */
export async function readProducts(
  db: Records,
  storeId: number,
  codes: readonly string[],
): Promise<ReadonlyMap<string, KeptProduct>> {
  const { rows } = await sql<KeptProduct>`
    select p.id, p.code, p.slug, p.title, p.status, p.category, p.keywords, p.attributes, p.summary, p.description, p.options,
      p.specifications, p.goes_with as "goesWith", p.texts,
      p.visible_since as "visibleSince", ${iso('p.visible_from')} as "visibleFrom", ${iso('p.visible_until')} as "visibleUntil",
      (select b.code from brand b where b.id = p.brand_id) as brand,
      coalesce((select jsonb_agg(jsonb_build_object('code', v.code, 'options', v.options, 'price', x.price,
          'wasPrice', x.was_price, 'stock', v.stock, 'weight', v.weight, 'taxClass', v.tax_class, 'goodsCode', v.goods_code,
          'pictures', v.pictures) order by v.position, v.id)
        from variant v join price x on x.variant_id = v.id and x.currency = ${currencyOf(sql`${storeId}`)}
        where v.product_id = p.id), '[]') as variants,
      coalesce((select jsonb_agg(jsonb_build_object('hash', i.hash, 'alt', i.alt) order by i.position)
        from product_picture i where i.product_id = p.id), '[]') as pictures,
      coalesce((select array_agg(c.code order by c.id) from collection_member m join collection c on c.id = m.collection_id
        where m.product_id = p.id), '{}') as collections
    from product p where p.store_id = ${storeId} and p.code = any(${[...codes]})`.execute(db);
  return new Map(rows.map((row) => [row.code, { ...row, variants: row.variants.map((one) => inOrder(one, row)) }]));
}

/** The options of a variant in the order of its product's; jsonb keeps none. */
const inOrder = (variant: Variant, { options }: Pick<Product, 'options'>): Variant => ({
  ...variant,
  options: Object.fromEntries(options.map(({ name }) => [name, variant.options[name] ?? ''])),
});

/**
 * Keeps others from adding to the catalogue of a store, or putting collections into others, until the transaction ends:
 * of two who take one code, or put two collections into each other, the second is refused in words.
 */
export async function lockCatalogue(trx: Records, storeId: number): Promise<void> {
  await sql`select pg_advisory_xact_lock(hashtext('parlour catalogue'), ${storeId})`.execute(trx);
}

/** The ids of the products of a store with these codes, by code. */
export async function idsOfProducts(
  db: Records,
  storeId: number,
  codes: readonly string[],
): Promise<ReadonlyMap<string, number>> {
  const { rows } = await sql<{ code: string; id: number }>`
    select code, id from product where store_id = ${storeId} and code = any(${[...codes]})`.execute(db);
  return new Map(rows.map(({ code, id }) => [code, id]));
}

/** The codes of products that come after one, in their order. */
export async function nextCodes(db: Records, storeId: number, after: string, limit: number): Promise<string[]> {
  const rows = await db
    .selectFrom('product')
    .select('code')
    .where('store_id', '=', storeId)
    .where('code', '>', after)
    .orderBy('code')
    .limit(limit)
    .execute();
  return rows.map(({ code }) => code);
}

/** What is called otherwise from store to store. */
export interface NamesInProducts {
  readonly options: string[];
  readonly attributes: string[];
  /** The further languages that texts are in. */
  readonly languages: string[];
}

const languagesOf = (
  table: TextsTable,
  storeId: number,
): Sql => sql`coalesce((select array_agg(distinct language order by language)
  from ${sql.table(table)} t, jsonb_object_keys(t.texts) language where t.store_id = ${storeId}), '{}')`;
type TextsTable = 'product' | 'collection' | 'brand';

/** The further languages in which texts of such things are. */
export async function languagesIn(db: Records, table: TextsTable, storeId: number): Promise<string[]> {
  const { rows } = await sql<{ languages: string[] }>`select ${languagesOf(table, storeId)} as languages`.execute(db);
  return rows[0]?.languages ?? [];
}

/** What the options and the attributes of products are called, all of a store. */
export async function namesInProducts(db: Records, storeId: number): Promise<NamesInProducts> {
  const { rows } = await sql<NamesInProducts>`
    select coalesce((select array_agg(distinct o ->> 'name' order by o ->> 'name')
        from product p, jsonb_array_elements(p.options) o where p.store_id = ${storeId}), '{}') as options,
      coalesce((select array_agg(distinct name order by name)
        from product p, jsonb_object_keys(p.attributes) name where p.store_id = ${storeId}), '{}') as attributes,
      ${languagesOf('product', storeId)} as languages`.execute(db);
  return rows[0] ?? { options: [], attributes: [], languages: [] };
}

/** Keeps others from changing products until the transaction ends. */
export async function lockProducts(trx: Records, storeId: number, codes: readonly string[]): Promise<void> {
  if (codes.length === 0) return;
  await sql`select id from product where store_id = ${storeId} and code = any(${[...codes]})
    order by id for no key update`.execute(trx);
}

/** Keeps others from buying of products, too. */
export async function lockVariants(trx: Records, productIds: readonly number[]): Promise<void> {
  if (productIds.length === 0) return;
  await sql`select id from variant where product_id = any(${[...productIds]}::int[]) order by id for no key update`.execute(
    trx,
  );
}

/** A product to be written. */
export interface ProductRow {
  readonly product: Product;
  readonly brandId: number | null;
}

const columns = ({ product, brandId }: ProductRow) => ({
  code: product.code,
  slug: product.slug,
  title: product.title,
  status: product.status,
  brand_id: brandId,
  summary: product.summary,
  description: product.description,
  options: product.options,
  category: product.category,
  keywords: product.keywords,
  attributes: product.attributes,
  specifications: product.specifications,
  goes_with: product.goesWith,
  texts: product.texts,
  visible_since: product.visibleSince,
  visible_from: product.visibleFrom,
  visible_until: product.visibleUntil,
});
/** The next instant at which a product that is written comes or goes. */
const TURNS = (now: string): Sql =>
  sql`(select min(t) from unnest(array[x.visible_from, x.visible_until]) t where t > ${now}::timestamptz)`;
const RECORD = sql`x(code text, slug text, title text, status text, brand_id int, summary text, description text, options jsonb,
  category text, keywords text[], attributes jsonb, specifications jsonb, goes_with text[], texts jsonb, visible_since date, visible_from timestamptz, visible_until timestamptz,
  created_at timestamptz)`;

/** @param row of each also says since when it is there @returns their ids by code */
export async function insertProducts(
  trx: Records,
  storeId: number,
  rows: readonly (ProductRow & { readonly added: string })[],
  { sample, now }: { readonly sample: boolean; readonly now: string },
): Promise<ReadonlyMap<string, number>> {
  const values = rows.map((row) => ({ ...columns(row), created_at: row.added }));
  const { rows: made } = await sql<{ code: string; id: number }>`
    insert into product (store_id, sample, code, slug, title, status, brand_id, summary, description, options, category, keywords,
      attributes, specifications, goes_with, texts, visible_since, visible_from, visible_until, created_at, turns_at)
    select ${storeId}, ${sample}, x.*, ${TURNS(now)} from jsonb_to_recordset(${json(values)}::jsonb) ${RECORD}
    returning code, id`.execute(trx);
  return new Map(made.map(({ code, id }) => [code, id]));
}

export async function updateProducts(
  trx: Records,
  rows: readonly (ProductRow & { readonly id: number })[],
  now: string,
): Promise<void> {
  const values = rows.map((row) => ({ ...columns(row), id: row.id }));
  await sql`
    update product p set slug = x.slug, title = x.title, status = x.status, brand_id = x.brand_id, summary = x.summary, description = x.description,
      options = x.options, category = x.category, keywords = x.keywords, attributes = x.attributes,
      specifications = x.specifications, goes_with = x.goes_with, texts = x.texts,
      visible_since = x.visible_since, visible_from = x.visible_from, visible_until = x.visible_until, turns_at = ${TURNS(now)}
    from jsonb_to_recordset(${json(values)}::jsonb) x(id int, slug text, title text, status text, brand_id int, summary text, description text,
      options jsonb, category text, keywords text[], attributes jsonb, specifications jsonb, goes_with text[], texts jsonb,
      visible_since date, visible_from timestamptz, visible_until timestamptz)
    where p.id = x.id`.execute(trx);
}

/** A product that comes or goes by its time. */
export interface TurningProduct {
  readonly code: string;
  readonly storeId: number;
}

/** The products whose time has come to be shown, or not to be. */
export async function turningProducts(db: Records, now: Date, limit: number): Promise<TurningProduct[]> {
  const rows = await db
    .selectFrom('product')
    .select(['code', 'store_id as storeId'])
    .where('turns_at', '<=', now)
    .where(isNotSetAside(sql`'turning ' || store_id`, now))
    .orderBy('turns_at')
    .orderBy('id')
    .limit(limit)
    .execute();
  return rows;
}

/** Sets when products that have come or gone turn next. */
export async function turned(trx: Records, ids: readonly number[], now: string): Promise<void> {
  await sql`update product x set turns_at = ${TURNS(now)} where id = any(${[...ids]}::int[])`.execute(trx);
}

export async function deleteProducts(trx: Records, ids: readonly number[]): Promise<void> {
  await sql`delete from product where id = any(${[...ids]}::int[])`.execute(trx);
}

/** A variant to be written, with its price in one currency. */
export interface VariantRow {
  readonly productId: number;
  readonly code: string;
  readonly options: Readonly<Record<string, string>>;
  readonly stock: number | null;
  readonly weight: number | null;
  readonly taxClass: string;
  readonly goodsCode: string;
  readonly pictures: readonly string[];
  readonly price: number;
  readonly wasPrice: number | null;
  /** Its place among those that are new: they come after the others. */
  readonly position: number;
  /** Whether its product is new, so that there are no others. */
  readonly isFirst: boolean;
}

/** Writes variants, new or not, and their prices in a currency; their products' are locked. */
export async function putVariants(trx: Records, currency: string, rows: readonly VariantRow[]): Promise<void> {
  if (rows.length === 0) return;
  await sql`
    with x as materialized (
      select * from jsonb_to_recordset(${json(rows)}::jsonb) x("productId" int, code text, options jsonb, stock int, weight int,
        "taxClass" text, "goodsCode" text, pictures text[], price int, "wasPrice" int, position int, "isFirst" boolean)
    ), written as (
      insert into variant (product_id, code, options, stock, weight, tax_class, goods_code, pictures, position)
      select x."productId", x.code, x.options, x.stock, x.weight, x."taxClass", x."goodsCode", x.pictures,
        x.position + case when x."isFirst" then 0
          else coalesce((select max(position) + 1 from variant v where v.product_id = x."productId"), 0) end
      from x
      on conflict (product_id, code) do update set options = excluded.options, stock = excluded.stock,
        weight = excluded.weight, tax_class = excluded.tax_class, goods_code = excluded.goods_code,
        pictures = excluded.pictures
      returning id, product_id, code
    )
    insert into price as p (variant_id, currency, price, was_price)
    select w.id, ${currency}, x.price, x."wasPrice" from written w join x on x."productId" = w.product_id and x.code = w.code
    on conflict (variant_id, currency) do update set price = excluded.price, was_price = excluded.was_price
    where (p.price, p.was_price) is distinct from (excluded.price, excluded.was_price)`.execute(trx);
}

/** A variant by its product and its code. */
export interface VariantName {
  readonly productId: number;
  readonly code: string;
}

export async function deleteVariants(trx: Records, names: readonly VariantName[]): Promise<void> {
  if (names.length === 0) return;
  await sql`
    delete from variant v using jsonb_to_recordset(${json(names)}::jsonb) x("productId" int, code text)
    where v.product_id = x."productId" and v.code = x.code`.execute(trx);
}

export interface PriceRow extends VariantName {
  readonly price: number;
  readonly wasPrice: number | null;
}

/** Writes the prices of variants in one currency. */
export async function putPrices(trx: Records, currency: string, rows: readonly PriceRow[]): Promise<void> {
  if (rows.length === 0) return;
  await sql`
    insert into price (variant_id, currency, price, was_price)
    select v.id, ${currency}, x.price, x."wasPrice"
    from jsonb_to_recordset(${json(rows)}::jsonb) x("productId" int, code text, price int, "wasPrice" int)
    join variant v on v.product_id = x."productId" and v.code = x.code
    on conflict (variant_id, currency) do update set price = excluded.price, was_price = excluded.was_price`.execute(
    trx,
  );
}

/** Gives products these pictures, instead of those they have. @throws what PostgreSQL throws for one that is not there */
export async function putPictures(
  trx: Records,
  storeId: number,
  all: readonly { readonly productId: number; readonly pictures: Product['pictures'] }[],
): Promise<void> {
  if (all.length === 0) return;
  const ids = all.map(({ productId }) => productId);
  await sql`delete from product_picture where product_id = any(${ids}::int[])`.execute(trx);
  const rows = all.flatMap(({ productId, pictures }) =>
    pictures.map((picture, position) => ({ ...picture, productId, position })),
  );
  await sql`
    insert into product_picture (product_id, store_id, hash, alt, position)
    select x."productId", ${storeId}, x.hash, x.alt, x.position
    from jsonb_to_recordset(${json(rows)}::jsonb) x("productId" int, hash text, alt text, position int)`.execute(trx);
}

/** Which of these slugs products of a store have. */
export async function takenSlugs(
  db: Records,
  table: 'product' | 'brand' | 'collection',
  storeId: number,
  slugs: readonly string[],
): Promise<ReadonlySet<string>> {
  if (slugs.length === 0) return new Set();
  // Each looked up by itself: PostgreSQL would read the whole table for very many.
  const { rows } = await sql<{ slug: string }>`select s.slug from unnest(${[...slugs]}::text[]) s (slug),
    lateral (select from ${sql.table(table)} t where t.store_id = ${storeId} and t.slug = s.slug limit 1) there`.execute(
    db,
  );
  return new Set(rows.map(({ slug }) => slug));
}
