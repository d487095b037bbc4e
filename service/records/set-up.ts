/** What the set-up list of a store asks of its catalogue. */
import type { SetUpFacts } from '@parlour/core/set-up';
import type { Records } from './database.js';
import { countProducts } from './sample.js';

/** Collections named at most; nobody reads on. */
const MOST_COLLECTIONS = 5000;

export async function catalogueFacts(
  db: Records,
  storeId: number,
): Promise<Pick<SetUpFacts, 'products' | 'collections'>> {
  const [{ products }, collections] = await Promise.all([
    countProducts(db, storeId),
    db
      .selectFrom('collection')
      .select(['code', 'title'])
      .where('store_id', '=', storeId)
      .where('parent_id', 'is', null)
      .orderBy('position')
      .limit(MOST_COLLECTIONS)
      .execute(),
  ]);
  return { products, collections };
}
