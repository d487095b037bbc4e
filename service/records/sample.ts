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

/**
 * What of the sample catalogue can go: its products, and those of its brands and collections that nothing of the store's
 * own is in.
 */
export async function sampleCodes(db: Records, storeId: number): Promise<SampleCodes> {
  const { rows } = await sql<{ kind: keyof SampleCodes; code: string }>`
    select 'product' as kind, code from product where store_id = ${storeId} and sample
    union all select 'brand', code from brand b where store_id = ${storeId} and sample
      and not exists (select from product p where p.brand_id = b.id and not p.sample)
    union all select 'collection', code from collection c where store_id = ${storeId} and sample
      and not exists (select from collection_member m join product p on p.id = m.product_id
        where m.collection_id = c.id and not p.sample)`.execute(db);
  const of = (kind: keyof SampleCodes): string[] => rows.flatMap((row) => (row.kind === kind ? [row.code] : []));
  return { product: of('product'), collection: of('collection'), brand: of('brand') };
}
