/** What changes of products that stay in their lists, and in which order or number pages show them by it. */
import { sql } from 'kysely';
import { touch } from './changes.js';
import type { Records } from './database.js';
import { tags, type Aspect } from './tags.js';

/** Of more products than these, everything that shows any is made anew. */
const MOST = 500;

/**
 * Says that something of products has changed by which listings are ordered, or which they count.
 * @param changed ids of products
 */
export async function touchAspects(
  trx: Records,
  storeId: number,
  changed: readonly number[],
  aspects: readonly Aspect[],
): Promise<void> {
  if (changed.length === 0) return;
  if (changed.length > MOST) return touch(trx, storeId, [tags.catalogue]);
  const { rows } = await sql<{ list: string; code: string }>`
    select distinct 'collection' as list, c.code from collection_member m join collection c on c.id = m.collection_id
      where m.product_id = any(${[...changed]}::int[])
    union all select distinct 'brand', b.code from product p join brand b on b.id = p.brand_id
      where p.id = any(${[...changed]}::int[])`.execute(trx);
  const lists = [
    ...(['newest', 'reduced', 'found', 'chosen'] as const).map((name) => tags.list(name)),
    ...rows.map(({ list, code }) => tags.list(list, code)),
  ];
  touch(
    trx,
    storeId,
    lists.flatMap((list) => aspects.map((aspect) => tags.aspect(list, aspect))),
  );
}
