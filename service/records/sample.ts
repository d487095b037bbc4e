/** The sample catalogue of a store, as it is beside what the store sells itself. */
import { sql } from 'kysely';
import { MOST_COUNTED } from '@parlour/core/set-up';
import type { Records } from './database.js';
import { sure } from '@parlour/core';

export type SampleCodes = Readonly<Record<'product' | 'collection' | 'brand', readonly string[]>>;

/** How many products there are, at most `MOST_COUNTED`, and whether some are of the sample. */
export async function countProducts(
  db: Records,
  storeId: number,
): Promise<{ readonly products: number; readonly sample: boolean }> {
  const { rows } = await sql<{ products: number; sample: boolean }>`
    select (select count(*) from (select 1 from product where store_id = ${storeId} limit ${MOST_COUNTED}) p)::int as products,
      exists (select 1 from product where store_id = ${storeId} and sample) as sample`.execute(db);
  return sure(rows[0]);
}

/** Removes the sample with all that hangs on it. @returns the codes of what is gone */
export async function deleteSample(trx: Records, storeId: number): Promise<SampleCodes> {
  const codes: Record<'product' | 'collection' | 'brand', string[]> = { product: [], collection: [], brand: [] };
  for (const table of ['product', 'collection', 'brand'] as const) {
    // A brand or a collection stays while something of the store's own is in it.
    let query = trx.deleteFrom(table).where('store_id', '=', storeId).where('sample', '=', true);
    if (table === 'brand')
      query = query.where(sql<boolean>`not exists (select 1 from product where product.brand_id = brand.id)`);
    if (table === 'collection')
      query = query.where(
        sql<boolean>`not exists (select 1 from collection_member m where m.collection_id = collection.id)`,
      );
    const rows = await query.returning('code').execute();
    codes[table].push(...rows.map(({ code }) => code));
  }
  return codes;
}
