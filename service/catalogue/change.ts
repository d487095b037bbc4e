/** A change of one product, in a transaction of its own. */
import type { ProductChange } from '@parlour/core/catalogue';
import { inTransaction, type Records } from '../records/database.js';
import { lockFilling } from '../records/filling.js';
import { lockCatalogue, lockProducts, readProducts, type KeptProduct } from '../records/products.js';
import type { Store } from '../records/stores.js';
import { applyCatalogue, type Applying } from './apply.js';
import { notThere } from './wanted.js';

type Stores = Pick<Store, 'id' | 'slug' | 'currency' | 'locale' | 'timeZone' | 'languages'>;

/**
 * Changes one product.
 * @param checked called with the product as it is, before anything changes; throws to refuse
 * @returns the product as it is now
 */
export const changeProduct = (
  db: Records,
  store: Stores,
  code: string,
  { slug, ...change }: ProductChange & { readonly slug?: string | undefined },
  by: Applying,
  checked: (before: KeptProduct) => void,
): Promise<KeptProduct> =>
  inTransaction(db, async (trx) => {
    // In the order in which applying takes them.
    if (slug !== undefined) await lockCatalogue(trx, store.id);
    await lockFilling(trx, store.id, 'using');
    await lockProducts(trx, store.id, [code]);
    checked(await productOf(trx, store.id, code));
    await applyCatalogue(trx, store, { products: [{ code, is: 'there', slug, change }] }, by);
    return productOf(trx, store.id, code);
  });

/** @throws Problem `no-such-thing` */
export async function productOf(db: Records, storeId: number, code: string): Promise<KeptProduct> {
  const found = (await readProducts(db, storeId, [code])).get(code);
  if (found) return found;
  throw notThere('product', code);
}
