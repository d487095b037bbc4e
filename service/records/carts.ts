/** Carts: lines of a visitor, found by the hash of the token in the visitor's cookie. */
import type { CartFacts } from '@parlour/core';
import { sql } from 'kysely';
import type { Database, Records } from './database.js';

export const MOST_OF_ONE = 99;

export async function cartFacts(db: Records, storeId: number, tokenHash: Buffer): Promise<CartFacts> {
  const rows = await db
    .selectFrom('cart')
    .innerJoin('cart_line', 'cart_line.cart_id', 'cart.id')
    .innerJoin('variant', 'variant.id', 'cart_line.variant_id')
    .innerJoin('product', 'product.id', 'variant.product_id')
    .select([
      'product.code as product',
      'variant.code as variant',
      'product.title',
      'variant.options',
      'cart_line.quantity',
    ])
    .where('cart.store_id', '=', storeId)
    .where('token_hash', '=', tokenHash)
    .orderBy('product.code')
    .orderBy('variant.position')
    .execute();
  return { lines: rows.map((row) => ({ ...row, options: Object.values(row.options).join(', ') })) };
}

/** Adds to a cart, making it if needed. Answers the quantity now in the cart; it never passes `MOST_OF_ONE`. */
export async function addToCart(
  db: Database,
  storeId: number,
  tokenHash: Buffer,
  variantId: number,
  quantity: number,
): Promise<number> {
  return db.transaction().execute(async (trx) => {
    const cart = await trx
      .insertInto('cart')
      .values({ store_id: storeId, token_hash: tokenHash })
      .onConflict((conflict) => conflict.column('token_hash').doUpdateSet({ store_id: storeId }))
      .returning('id')
      .executeTakeFirstOrThrow();
    const line = await trx
      .insertInto('cart_line')
      .values({ cart_id: cart.id, variant_id: variantId, quantity })
      .onConflict((conflict) =>
        conflict
          .columns(['cart_id', 'variant_id'])
          .doUpdateSet({ quantity: sql<number>`least(${MOST_OF_ONE}, cart_line.quantity + excluded.quantity)` }),
      )
      .returning('quantity')
      .executeTakeFirstOrThrow();
    return line.quantity;
  });
}

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
