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

/** @param lock keeps others from changing it until the transaction ends */
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
  if (lock) query = query.forUpdate();
  const row = await query.executeTakeFirst();
  if (!row) return undefined;
  const variants = await db
    .selectFrom('variant')
    .select(['code', 'options', 'price', 'was_price as wasPrice', 'stock'])
    .where('product_id', '=', row.id)
    .orderBy('position')
    .execute();
  return { ...row, variants };
}

/** Writes everything that is kept of a product except its code and slug. */
export async function writeProduct(trx: Records, product: KeptProduct, brandId: number | null): Promise<void> {
  const { id, title, category, keywords, attributes, summary, visibleSince, variants } = product;
  await trx
    .updateTable('product')
    .set({
      title,
      category,
      keywords: [...keywords],
      attributes: json(attributes),
      summary,
      visible_since: visibleSince,
      brand_id: brandId,
    })
    .where('id', '=', id)
    .execute();
  for (const { code, price, wasPrice, stock } of variants)
    await trx
      .updateTable('variant')
      .set({ price, was_price: wasPrice, stock })
      .where('product_id', '=', id)
      .where('code', '=', code)
      .execute();
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
