/** What store pages are about, as the pages themselves need it: products, collections and brands by slug or code. */
import { sql } from 'kysely';
import type { Brand, Collection, Product } from '@parlour/core/kinds';
import type { PageCode } from '@parlour/core/pages';
import { answerNeeds } from './answers/answer.js';
import { collectionPicture } from './answers/collections.js';
import { currencyOf } from './cards.js';
import type { PathSources } from './answers/part.js';
import type { Records } from './database.js';
import { iso } from './instants.js';
import { named, type Sql, type ValueOf } from './named.js';

/** What a thing is looked up by. */
export type By = 'slug' | 'code';

export type SubjectKind = keyof SubjectRows;

/** That a row of a kind has a code, or a slug; one that nothing has leads to what had it before. */
const isAsked = (kind: SubjectKind, store: Sql, by: By, value: Sql, as: string = kind): Sql =>
  by === 'code'
    ? sql`${sql.ref(`${as}.code`)} = ${value}`
    : sql`${sql.ref(`${as}.id`)} = coalesce(
        (select id from ${sql.table(kind)} where store_id = ${store} and slug = ${value}),
        (select ${sql.ref(`${kind}_id`)} from former_slug
          where store_id = ${store} and kind = ${sql.lit(kind)} and slug = ${value}))`;

/** The statements that find one. */
const STATEMENTS: Readonly<Record<SubjectKind, (store: Sql, by: By, value: Sql) => Sql>> = {
  // One without a variant that has a price cannot be shown.
  product: (store, by, value) => sql`
  select product.code, product.slug, product.title, product.status, product.category, product.keywords, product.attributes, product.summary, product.description, product.options, product.specifications, product.goes_with as "goesWith", product.texts,
    product.visible_since as "visibleSince", ${iso('product.visible_from')} as "visibleFrom", ${iso('product.visible_until')} as "visibleUntil", coalesce(b.title, '') as brand, b.code as "brandCode",
    coalesce((select array_agg(c.code) from collection_member m join collection c on c.id = m.collection_id
      where m.product_id = product.id), '{}') as collections, v.variants,
    coalesce((select jsonb_agg(jsonb_build_object('hash', i.hash, 'width', i.width, 'height', i.height, 'alt', pp.alt,
      'widths', i.widths) order by pp.position)
      from product_picture pp join picture i on i.store_id = pp.store_id and i.hash = pp.hash
      where pp.product_id = product.id), '[]') as pictures
  from product left join brand b on b.id = product.brand_id cross join lateral (
    select jsonb_agg(jsonb_build_object('code', w.code, 'options', w.options, 'price', x.price,
      'wasPrice', case when x.was_price > x.price then x.was_price end, 'stock', w.stock, 'pictures', w.pictures) order by w.position, w.id) as variants
    from variant w join price x on x.variant_id = w.id and x.currency = ${currencyOf(store)}
    where w.product_id = product.id) v
  where product.store_id = ${store} and ${isAsked('product', store, by, value)} and v.variants is not null`,
  collection: (store, by, value) => sql`
  select c.code, c.slug, c.title, c.description, c.texts, ${collectionPicture(store)} as picture, (with recursive above (parent_id, code, depth) as (
      select c.parent_id, ''::text, 0
      union all
      select o.parent_id, o.code, a.depth + 1 from above a join collection o on o.id = a.parent_id where a.depth < 20
    ) select coalesce(array_agg(code order by depth) filter (where depth > 0), '{}') from above) as parents
  from collection c where c.store_id = ${store} and ${isAsked('collection', store, by, value, 'c')}`,
  brand: (store, by, value) =>
    sql`select code, slug, title, description, texts from brand
    where store_id = ${store} and ${isAsked('brand', store, by, value)}`,
};

/** What each kind of subject is as a row. */
export interface SubjectRows {
  readonly product: Product;
  readonly collection: Collection;
  readonly brand: Brand;
}
/** Each statement is made when it is first sent. */
const statements = new Map<string, ReturnType<typeof named>>();
async function ask(
  db: Records,
  key: string,
  write: (value: ValueOf) => Sql,
  values: readonly unknown[],
): Promise<unknown> {
  let statement = statements.get(key);
  if (!statement) statements.set(key, (statement = named(write)));
  return (await db.executeQuery(statement(...values))).rows[0];
}

/** The subject of a kind with a slug, or that had it before; or with a code. */
export const findSubject = async <K extends SubjectKind>(
  db: Records,
  storeId: number,
  kind: K,
  by: By,
  value: string,
): Promise<SubjectRows[K] | undefined> =>
  // What the statement of a kind answers is a row of the kind.
  (await ask(db, `${kind} ${by}`, ($) => STATEMENTS[kind]($(0), by, $(1)), [storeId, value])) as
    SubjectRows[K] | undefined;

/** Where a slug may be one of another kind, too. */
export interface OtherSubject {
  readonly kind: SubjectKind;
  readonly slug: string;
}

type Found<R> = { readonly hasOther: boolean } & (({ readonly code: string } & R) | { readonly code: null });

/**
 * The subject of a kind with a slug, or that had it before; and in the same statement, whether there is another one.
 * @returns neither, either or both
 */
export async function findSubjectOr<K extends SubjectKind>(
  db: Records,
  storeId: number,
  kind: K,
  slug: string,
  other: OtherSubject,
): Promise<{ subject: SubjectRows[K] | undefined; hasOther: boolean }> {
  const write = ($: ValueOf) => sql`
  select own.*, other.slug is not null as "hasOther" from (select) as one
    left join lateral (${STATEMENTS[kind]($(0), 'slug', $(1))}) own on true
    left join lateral (${STATEMENTS[other.kind]($(0), 'slug', $(2))}) other on true`;
  // The statement answers one row; its columns are those of the kind, empty if there is none.
  const row = (await ask(db, `${kind} or ${other.kind}`, write, [storeId, slug, other.slug])) as Found<SubjectRows[K]>;
  return { subject: row.code === null ? undefined : row, hasOther: row.hasOther };
}

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
