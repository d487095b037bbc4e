/** A product as its keepers see and change it. */
import { sql } from 'kysely';
import { json, type Records } from './database.js';

export type Attributes = Readonly<Record<string, string | number | boolean>>;

export interface KeptVariant {
  readonly code: string;
  readonly options: Readonly<Record<string, string>>;
  /** Minor units. */
  readonly price: number;
  readonly wasPrice: number | null;
  readonly stock: number;
}

export interface KeptProduct {
  readonly id: number;
  readonly code: string;
  readonly slug: string;
  readonly title: string;
  /** The code of its brand. */
  readonly brand: string | null;
  readonly category: string;
  readonly keywords: readonly string[];
  readonly attributes: Attributes;
  readonly summary: string;
  /** A day, as `2026-11-23`. */
  readonly visibleSince: string;
  readonly variants: readonly KeptVariant[];
}

/** @param lock keeps others from changing it, and from buying of it, until the transaction ends */
export async function readProduct(
  db: Records,
  storeId: number,
  code: string,
  { lock = false } = {},
): Promise<KeptProduct | undefined> {
  let query = db
    .selectFrom('product')
    .select(['id', 'code', 'slug', 'title', 'category', 'keywords', 'attributes', 'summary'])
    .select('visible_since as visibleSince')
    .select(sql<string | null>`(select b.code from brand b where b.id = product.brand_id)`.as('brand'))
    .where('store_id', '=', storeId)
    .where('code', '=', code);
  if (lock) query = query.forNoKeyUpdate();
  const row = await query.executeTakeFirst();
  if (!row) return undefined;
  // By id, as orders lock them; and read only then, since stock was sold until now.
  if (lock) await sql`select id from variant where product_id = ${row.id} order by id for no key update`.execute(db);
  const variants = await db
    .selectFrom('variant')
    .select(['code', 'options', 'price', 'was_price as wasPrice', 'stock'])
    .where('product_id', '=', row.id)
    .orderBy('position')
    .execute();
  return { ...row, variants };
}

/** What of a product, and of its variants by their codes, is written; what is absent stays as it is. */
export interface ProductValues {
  readonly title?: string;
  readonly category?: string;
  readonly keywords?: readonly string[];
  readonly attributes?: Attributes;
  readonly summary?: string;
  readonly visibleSince?: string;
  readonly brandId?: number | null;
}
export type VariantValues = Partial<Pick<KeptVariant, 'price' | 'wasPrice' | 'stock'>>;

/** Writes values of a product and of its variants, and no others: what is sold meanwhile stays sold. */
export async function writeProduct(
  trx: Records,
  id: number,
  { keywords, attributes, visibleSince, brandId, ...texts }: ProductValues,
  variants: ReadonlyMap<string, VariantValues>,
): Promise<void> {
  const values = {
    ...texts,
    ...(keywords && { keywords: [...keywords] }),
    ...(attributes && { attributes: json(attributes) }),
    ...(visibleSince !== undefined && { visible_since: visibleSince }),
    ...(brandId !== undefined && { brand_id: brandId }),
  };
  if (Object.keys(values).length > 0) await trx.updateTable('product').set(values).where('id', '=', id).execute();
  for (const [code, { wasPrice, ...numbers }] of variants) {
    const own = { ...numbers, ...(wasPrice !== undefined && { was_price: wasPrice }) };
    if (Object.keys(own).length > 0)
      await trx.updateTable('variant').set(own).where('product_id', '=', id).where('code', '=', code).execute();
  }
}

/** The id of a brand by its code. */
export async function brandId(db: Records, storeId: number, code: string): Promise<number | undefined> {
  const row = await db
    .selectFrom('brand')
    .select('id')
    .where('store_id', '=', storeId)
    .where('code', '=', code)
    .executeTakeFirst();
  return row?.id;
}
