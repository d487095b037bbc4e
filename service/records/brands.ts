/** Brands as their keepers see and write them, many in one statement. Only `catalogue/apply.ts` writes. */
import type { Brand } from '@parlour/core/catalogue';
import { sql } from 'kysely';
import { json, type Records } from './database.js';

export interface KeptBrand extends Brand {
  readonly id: number;
}

/** The brands of a store with these codes, by code. @param lock keeps others from changing them, or from removing them */
export async function readBrands(
  db: Records,
  storeId: number,
  codes: readonly string[],
  { lock }: { readonly lock?: 'changing' | 'removing' | 'using' } = {},
): Promise<ReadonlyMap<string, KeptBrand>> {
  let query = db
    .selectFrom('brand')
    .select(['id', 'code', 'slug', 'title', 'description', 'texts'])
    .where('store_id', '=', storeId)
    .where(sql<boolean>`code = any(${[...codes]})`)
    .orderBy('id');
  // Whoever gives a product its brand and whoever removes that brand wait for each other.
  if (lock === 'changing') query = query.forNoKeyUpdate();
  if (lock === 'removing') query = query.forUpdate();
  if (lock === 'using') query = query.forKeyShare();
  return new Map((await query.execute()).map((row) => [row.code, row]));
}

/** Writes brands, new or not. */
export async function putBrands(trx: Records, storeId: number, brands: readonly Brand[], sample: boolean) {
  await sql`
    insert into brand (store_id, sample, code, slug, title, description, texts)
    select ${storeId}, ${sample}, x.*
    from jsonb_to_recordset(${json(brands)}::jsonb) x(code text, slug text, title text, description text, texts jsonb)
    on conflict (store_id, code) do update set slug = excluded.slug, title = excluded.title,
      description = excluded.description, texts = excluded.texts`.execute(trx);
}

export async function deleteBrands(trx: Records, ids: readonly number[]): Promise<void> {
  await sql`delete from brand where id = any(${[...ids]}::int[])`.execute(trx);
}

/** The products of brands: id and code. */
export async function productsOfBrands(
  db: Records,
  brandIds: readonly number[],
): Promise<readonly { readonly id: number; readonly code: string; readonly brandId: number }[]> {
  const { rows } = await sql<{ id: number; code: string; brandId: number }>`
    select id, code, brand_id as "brandId" from product where brand_id = any(${[...brandIds]}::int[]) order by id`.execute(
    db,
  );
  return rows;
}

/** Products are found by the title of their brand, too: those of one that has another now. */
export async function renewWords(trx: Records, productIds: readonly number[]): Promise<void> {
  await sql`update product set brand_id = brand_id where id = any(${[...productIds]}::int[])`.execute(trx);
}

/** All brands of a store, by title. */
export const allBrands = (db: Records, storeId: number): Promise<Brand[]> =>
  db
    .selectFrom('brand')
    .select(['code', 'slug', 'title', 'description', 'texts'])
    .where('store_id', '=', storeId)
    .orderBy('title')
    .orderBy('code')
    .execute();
