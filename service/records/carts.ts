/** Carts: what a shopper is about to buy, found by the hash of the token in the shopper's cookie. */
import { mostOf, MOST_OF_ONE, type Buyer } from '@parlour/core/commerce';
import { sql } from 'kysely';
import { inTransaction, json, type Records } from './database.js';

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

/** More carts were begun than the store takes: after so many minutes one may be again. */
export interface TooManyCarts {
  readonly minutes: number;
}

/**
 * Adds to a shopper's cart of this store; a new one is made under the fresh token. What a cart holds never passes what
 * there is, nor `MOST_OF_ONE`.
 * @param mayBegin asked before a new cart is made: how many minutes that must wait, or null
 */
export const addToCart = (
  db: Records,
  storeId: number,
  { known, fresh }: CartTokens,
  variantId: number,
  quantity: number,
  now: Date,
  mayBegin: (trx: Records) => Promise<number | null>,
): Promise<{ readonly isNew: boolean } | Shortage | TooManyCarts> =>
  inTransaction(db, async (trx) => {
    // The cart's row first: of two who add at once, the second sees what the first has put in.
    const old = known && (await lockCart(trx, storeId, known, now));
    const inCart = old ? await heldOf(trx, old.id, variantId) : 0;
    const stock = await stockOf(trx, variantId);
    if (inCart + quantity > mostOf(stock)) return { stock: stock ?? MOST_OF_ONE, inCart };
    const minutes = old ? null : await mayBegin(trx);
    if (minutes !== null) return { minutes };
    const cart = old ?? (await makeCart(trx, storeId, fresh, now));
    await putLine(trx, cart.id, variantId, inCart + quantity);
    return { isNew: !old };
  });

/**
 * Sets how many of a variant a cart holds; none takes it out. A cart that is not there (any more) holds nothing.
 * @returns what is missing, or null
 */
export const setQuantity = (
  db: Records,
  storeId: number,
  token: Buffer,
  variantId: number,
  quantity: number,
  now: Date,
): Promise<Shortage | null> =>
  inTransaction(db, async (trx) => {
    const cart = await lockCart(trx, storeId, token, now);
    if (!cart) return null;
    if (quantity === 0) {
      await trx.deleteFrom('cart_line').where('cart_id', '=', cart.id).where('variant_id', '=', variantId).execute();
      return null;
    }
    const inCart = await heldOf(trx, cart.id, variantId);
    const stock = await stockOf(trx, variantId);
    // Less is always possible, even if that is still more than there is.
    if (quantity > mostOf(stock) && quantity > inCart) return { stock: stock ?? MOST_OF_ONE, inCart };
    await putLine(trx, cart.id, variantId, quantity);
    return null;
  });

/** How many things are in a cart. */
export async function cartCount(db: Records, storeId: number, token: Buffer): Promise<number> {
  const row = await db
    .selectFrom('cart')
    .innerJoin('cart_line', 'cart_line.cart_id', 'cart.id')
    .innerJoin('variant', 'variant.id', 'cart_line.variant_id')
    .innerJoin('card', 'card.product_id', 'variant.product_id')
    .select(sql<number>`coalesce(sum(quantity), 0)::integer`.as('count'))
    .where('cart.store_id', '=', storeId)
    .where('token_hash', '=', token)
    .executeTakeFirst();
  return row?.count ?? 0;
}

/** Keeps what a shopper has told, so far as it is given. */
export const tellCart = (
  db: Records,
  storeId: number,
  token: Buffer,
  told: { readonly buyer: Partial<Buyer>; readonly delivery?: string | undefined },
  now: Date,
): Promise<void> =>
  inTransaction(db, async (trx) => {
    const cart = await lockCart(trx, storeId, token, now);
    if (!cart) return;
    await trx
      .updateTable('cart')
      .set({
        buyer: sql<string>`buyer || ${json(told.buyer)}::jsonb`,
        ...(told.delivery === undefined ? {} : { delivery: told.delivery }),
      })
      .where('id', '=', cart.id)
      .execute();
  });

/** A cart, without its lines. */
export interface CartRow {
  readonly id: number;
  readonly attempt: string;
  readonly buyer: Partial<Buyer>;
  readonly delivery: string;
}

/**
 * The row of a shopper's cart; locked, so that what it holds does not change until the transaction ends. Whoever does
 * that uses the cart, so its time begins anew.
 */
export const lockCart = (trx: Records, storeId: number, tokenHash: Buffer, now: Date): Promise<CartRow | undefined> =>
  trx
    .updateTable('cart')
    .set({ used_at: now })
    .where('store_id', '=', storeId)
    .where('token_hash', '=', tokenHash)
    .returning(['id', 'attempt', 'buyer', 'delivery'])
    .executeTakeFirst();

/** How many carts end in one statement, so that none waits long. */
const ENDED_AT_ONCE = 1_000;

/** Ends the carts that nobody has used since a time. @returns how many */
export async function endCarts(db: Records, unusedSince: Date): Promise<number> {
  for (let ended = 0; ;) {
    const { numAffectedRows = 0n } = await sql`delete from cart where id in (
      select id from cart where used_at < ${unusedSince} order by used_at limit ${ENDED_AT_ONCE} for update skip locked)`.execute(
      db,
    );
    ended += Number(numAffectedRows);
    if (numAffectedRows < BigInt(ENDED_AT_ONCE)) return ended;
  }
}

async function heldOf(trx: Records, cartId: number, variantId: number): Promise<number> {
  const line = await trx
    .selectFrom('cart_line')
    .select('quantity')
    .where('cart_id', '=', cartId)
    .where('variant_id', '=', variantId)
    .executeTakeFirst();
  return line?.quantity ?? 0;
}

const stockOf = async (trx: Records, variantId: number): Promise<number | null> =>
  (await trx.selectFrom('variant').select('stock').where('id', '=', variantId).executeTakeFirstOrThrow()).stock;

const putLine = async (trx: Records, cartId: number, variantId: number, quantity: number): Promise<void> => {
  await trx
    .insertInto('cart_line')
    .values({ cart_id: cartId, variant_id: variantId, quantity })
    .onConflict((conflict) => conflict.columns(['cart_id', 'variant_id']).doUpdateSet({ quantity }))
    .execute();
};

const makeCart = (trx: Records, storeId: number, tokenHash: Buffer, now: Date): Promise<{ readonly id: number }> =>
  trx
    .insertInto('cart')
    .values({ store_id: storeId, token_hash: tokenHash, used_at: now })
    .returning('id')
    .executeTakeFirstOrThrow();

/** A variant that can be bought. */
export interface FoundVariant {
  readonly id: number;
  /** The code of its product, and its own. */
  readonly product: string;
  readonly code: string;
  readonly stock: number | null;
  readonly title: string;
  /** The chosen options, in words. */
  readonly chosen: string;
}

const variants = (db: Records, storeId: number, productCode: string, language: string | null) =>
  db
    .selectFrom('variant')
    .innerJoin('product', 'product.id', 'variant.product_id')
    // What is not for sale has none, and is not bought.
    .innerJoin('card', 'card.product_id', 'product.id')
    .select([
      'variant.id',
      'variant.code',
      'product.code as product',
      'variant.stock',
      sql<string>`chosen_text(product.options, variant.options, product.texts -> ${language}::text -> 'words')`.as(
        'chosen',
      ),
      sql<string>`coalesce(product.texts -> ${language}::text ->> 'title', product.title)`.as('title'),
    ])
    .where('product.store_id', '=', storeId)
    .where('product.code', '=', productCode);

/** The variant of a product with exactly these options. @param language what it is called in; null for the leading one */
export const findVariant = (
  db: Records,
  storeId: number,
  productCode: string,
  options: Readonly<Record<string, string>>,
  language: string | null,
): Promise<FoundVariant | undefined> =>
  variants(db, storeId, productCode, language)
    .where(sql<boolean>`variant.options = ${JSON.stringify(options)}::jsonb`)
    .executeTakeFirst();

/** A variant of a product by its code. */
export const variantByCode = (
  db: Records,
  storeId: number,
  productCode: string,
  code: string,
  language: string | null,
): Promise<FoundVariant | undefined> =>
  variants(db, storeId, productCode, language).where('variant.code', '=', code).executeTakeFirst();
