/** Where the pages of the catalogue are, in parts, for search engines. */
import { sql } from 'kysely';
import type { Database } from './database.js';

/** So many addresses a file may have (sitemaps.org protocol: 50,000), with room for those in other languages. */
export const IN_A_PART = 10_000;

/** How many parts the products that shoppers see take. */
export async function partsOfProducts(db: Database, storeId: number): Promise<number> {
  const { rows } = await sql<{
    count: number;
  }>`select count(*)::int as count from card where store_id = ${storeId}`.execute(db);
  return Math.ceil((rows[0]?.count ?? 0) / IN_A_PART);
}

/** A page of the catalogue by what its path is made of. */
export interface PlacedPage {
  readonly kind: 'product' | 'collection' | 'brand';
  readonly code: string;
  readonly slug: string;
}

/** The products of one part, in the order of their codes. @param part from 1 */
export async function productsInPart(db: Database, storeId: number, part: number): Promise<readonly PlacedPage[]> {
  // The first is found in the index alone: rows that are passed over would be read otherwise.
  const { rows } = await sql<PlacedPage>`
    select 'product' as kind, code, slug from card where store_id = ${storeId}
      and code >= (select code from card where store_id = ${storeId} order by code offset ${(part - 1) * IN_A_PART} limit 1)
    order by code limit ${IN_A_PART}`.execute(db);
  return rows;
}

/** All collections and brands. */
export async function groupsOfProducts(db: Database, storeId: number): Promise<readonly PlacedPage[]> {
  const { rows } = await sql<PlacedPage>`
    select 'collection' as kind, code, slug from collection where store_id = ${storeId}
    union all select 'brand', code, slug from brand where store_id = ${storeId}
    order by kind desc, code limit ${IN_A_PART}`.execute(db);
  return rows;
}
