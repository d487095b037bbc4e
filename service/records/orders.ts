/** Orders: made of a cart once, whatever is sent twice. */
import {
  NO_BUYER,
  offersTo,
  totalsOf,
  type Buyer,
  type Buying,
  type OrderFact,
  type OrderLine,
  type PaymentWay,
} from '@parlour/core';
import { sql } from 'kysely';
import { lockCart } from './carts.js';
import { touch } from './changes.js';
import { inTransaction, json, type Records } from './database.js';
import { tags } from './tags.js';

/** What an order is made of, besides the cart. */
export interface NewOrder {
  readonly attempt: string;
  /** The hash of the token that opens its thank-you page. */
  readonly tokenHash: Buffer;
  readonly payment: PaymentWay;
}

/** Why no order was made. */
export type NotOrdered =
  | { readonly why: 'empty' | 'changed' | 'no-delivery' }
  | { readonly why: 'shortage'; readonly line: OrderLine; readonly stock: number };

interface CartRow {
  readonly id: number;
  readonly attempt: string;
  readonly buyer: Partial<Buyer>;
  readonly delivery: string;
}

type LineRow = Omit<OrderLine, 'options'> & {
  readonly variantId: number;
  readonly options: Readonly<Record<string, string>>;
  readonly stock: number;
};

/**
 * Makes an order of a cart: takes what it holds out of the stock, and leaves the cart empty. An attempt that was made
 * already is answered with its order.
 * @param settled what the shopper has told, checked
 */
export const placeOrder = (
  db: Records,
  storeId: number,
  cartToken: Buffer,
  { methods }: Buying,
  settled: { readonly buyer: Buyer; readonly delivery: string },
  { attempt, tokenHash, payment }: NewOrder,
): Promise<{ readonly number: number } | NotOrdered> =>
  inTransaction(db, async (trx) => {
    const locked = await lockCart(trx, storeId, cartToken);
    const before = await trx
      .selectFrom('placed_order')
      .select('number')
      .where('store_id', '=', storeId)
      .where('attempt', '=', attempt)
      .executeTakeFirst();
    if (before) return before;
    const cart = locked && (await cartRow(trx, locked.id));
    if (!cart) return { why: 'empty' };
    // Another tab has ordered what was in the cart, and this one shows what was there before.
    if (cart.attempt !== attempt) return { why: 'changed' };
    const lines = await lockLines(trx, cart.id);
    if (lines.length === 0) return { why: 'empty' };
    const short = lines.find(({ quantity, stock }) => quantity > stock);
    if (short) return { why: 'shortage', line: asLine(short), stock: short.stock };
    const delivery = offersTo(settled.buyer.country, methods).find(({ code }) => code === settled.delivery);
    if (!delivery) return { why: 'no-delivery' };
    await sql`update variant v set stock = v.stock - l.quantity from cart_line l
      where l.cart_id = ${cart.id} and v.id = l.variant_id`.execute(trx);
    const body = {
      buyer: { ...NO_BUYER, ...settled.buyer },
      lines: lines.map(asLine),
      delivery,
      payment,
      totals: totalsOf(lines.map(asLine), delivery.price),
    };
    const number = await nextNumber(trx, storeId);
    await trx
      .insertInto('placed_order')
      .values({ store_id: storeId, number, attempt, token_hash: tokenHash, body: json(body) })
      .execute();
    await trx.deleteFrom('cart_line').where('cart_id', '=', cart.id).execute();
    await trx
      .updateTable('cart')
      .set({ attempt: sql`gen_random_uuid()` })
      .where('id', '=', cart.id)
      .execute();
    touch(
      trx,
      storeId,
      lines.map(({ product }) => tags.page(`product:${product}`)),
    );
    return { number };
  });

const cartRow = (trx: Records, id: number): Promise<CartRow | undefined> =>
  trx.selectFrom('cart').select(['id', 'attempt', 'buyer', 'delivery']).where('id', '=', id).executeTakeFirst();

/** The lines of a cart, their variants locked by id, so that of two who buy the last one is second. */
async function lockLines(trx: Records, cartId: number): Promise<LineRow[]> {
  await sql`select v.id from variant v join cart_line l on l.variant_id = v.id where l.cart_id = ${cartId}
    order by v.id for no key update of v`.execute(trx);
  const { rows } = await sql<LineRow>`
    select v.id as "variantId", p.code as product, v.code as variant, p.title, v.options, l.quantity, v.price, v.stock
    from cart_line l join variant v on v.id = l.variant_id join product p on p.id = v.product_id
    where l.cart_id = ${cartId} order by p.code, v.position`.execute(trx);
  return rows;
}

const asLine = ({ product, variant, title, options, quantity, price }: LineRow): OrderLine => ({
  product,
  variant,
  title,
  options: Object.values(options).join(', '),
  quantity,
  price,
});

async function nextNumber(trx: Records, storeId: number): Promise<number> {
  const { rows } = await sql<{ last: number }>`insert into order_counter as c (store_id, last) values (${storeId}, 1001)
    on conflict (store_id) do update set last = c.last + 1 returning last`.execute(trx);
  return (rows[0] as { last: number }).last;
}

const orders = (db: Records, storeId: number) =>
  db.selectFrom('placed_order').select(['number', 'placed_at as placed', 'body']).where('store_id', '=', storeId);

type Row = { number: number; placed: Date; body: Omit<OrderFact, 'number' | 'placed'> };
const asOrder = ({ number, placed, body }: Row): OrderFact => ({ ...body, number, placed: placed.toISOString() });

/** Orders, newest first. @param before only those with a lower number */
export async function listOrders(db: Records, storeId: number, limit: number, before?: number): Promise<OrderFact[]> {
  let query = orders(db, storeId);
  if (before !== undefined) query = query.where('number', '<', before);
  return (await query.orderBy('number', 'desc').limit(limit).execute()).map(asOrder);
}

/** An order by its number. */
export async function findOrder(db: Records, storeId: number, number: number): Promise<OrderFact | undefined> {
  const row = await orders(db, storeId).where('number', '=', number).executeTakeFirst();
  return row && asOrder(row);
}
