/** Carts: lines of a shopper, found by the hash of the token in the shopper's cookie. */
import { sql } from 'kysely';
import { inTransaction, type Records } from './database.js';

export const MOST_OF_ONE = 99;

/** The tokens of a cart, as hashes: that of the shopper's cookie, and one to be given out if that names no cart. */
export interface CartTokens {
  readonly known: Buffer | null;
  readonly fresh: Buffer;
}

/** There is less of something than a cart would hold. */
export interface Shortage {
  readonly stock: number;
  /** How many the cart holds already. */
  readonly inCart: number;
}

/**
 * Adds to a shopper's cart of this store; a new one is made under the fresh token. What a cart holds never passes what
 * there is, nor `MOST_OF_ONE`.
 */
export const addToCart = (
  db: Records,
  storeId: number,
  { known, fresh }: CartTokens,
  variantId: number,
  quantity: number,
): Promise<{ readonly isNew: boolean } | Shortage> =>
  inTransaction(db, async (trx) => {
    // The cart's row first: of two who add at once, the second sees what the first has put in.
    const old = known && (await lockCart(trx, storeId, known));
    const held = old
      ? await trx
          .selectFrom('cart_line')
          .select('quantity')
          .where('cart_id', '=', old.id)
          .where('variant_id', '=', variantId)
          .executeTakeFirst()
      : undefined;
    const { stock } = await trx
      .selectFrom('variant')
      .select('stock')
      .where('id', '=', variantId)
      .executeTakeFirstOrThrow();
    const inCart = held?.quantity ?? 0;
    if (inCart + quantity > Math.min(stock, MOST_OF_ONE)) return { stock, inCart };
    const cart = old ?? (await makeCart(trx, storeId, fresh));
    await trx
      .insertInto('cart_line')
      .values({ cart_id: cart.id, variant_id: variantId, quantity })
      .onConflict((conflict) =>
        conflict.columns(['cart_id', 'variant_id']).doUpdateSet({ quantity: inCart + quantity }),
      )
      .execute();
    return { isNew: !old };
  });

const lockCart = (trx: Records, storeId: number, tokenHash: Buffer): Promise<{ id: number } | undefined> =>
  trx
    .selectFrom('cart')
    .select('id')
    .where('store_id', '=', storeId)
    .where('token_hash', '=', tokenHash)
    .forNoKeyUpdate()
    .executeTakeFirst();

const makeCart = (trx: Records, storeId: number, tokenHash: Buffer): Promise<{ id: number }> =>
  trx.insertInto('cart').values({ store_id: storeId, token_hash: tokenHash }).returning('id').executeTakeFirstOrThrow();

/** The variant of a product with exactly these options. */
export async function findVariant(
  db: Records,
  storeId: number,
  productCode: string,
  options: Readonly<Record<string, string>>,
): Promise<{ id: number; stock: number; title: string } | undefined> {
  return db
    .selectFrom('variant')
    .innerJoin('product', 'product.id', 'variant.product_id')
    .select(['variant.id', 'variant.stock', 'product.title'])
    .where('product.store_id', '=', storeId)
    .where('product.code', '=', productCode)
    .where(sql<boolean>`variant.options = ${JSON.stringify(options)}::jsonb`)
    .executeTakeFirst();
}
