/** Orders: made of a cart once, whatever is sent twice. What happens to them afterwards is in `order-events.ts`. */
import {
  NO_BUYER,
  priceCart,
  seenMark,
  type Buyer,
  type Buying,
  type Order,
  type OrderLine,
  type OrderState,
  type PaymentMethod,
  type PlacedOrder,
  type PricedCart,
  type Refusal,
  type Totals,
  type UnpricedLine,
} from '@parlour/core/commerce';
import { sql, type Insertable } from 'kysely';
import { calledIn } from './answers/cart.js';
import { lockCart, type CartRow } from './carts.js';
import { containing, inTransaction, json, type Records } from './database.js';
import { takeStock, type Taken } from './stock.js';
import type { Tables } from './tables.js';
import { sure } from '@parlour/core';

/** What an order is made of, besides the cart. */
export interface NewOrder {
  /** Names the cart's attempt to buy what it holds. */
  readonly attempt: string;
  /** What the shopper has seen of what is charged; see `seenMark`. */
  readonly seen: string;
  /** The hash of the token that opens its thank-you page. */
  readonly tokenHash: Buffer;
  readonly payment: PaymentMethod;
  /** BCP 47 tag of what the shopper reads. */
  readonly language: string;
  /** What the store's first order has, or its next one if that is more. */
  readonly firstNumber: number;
  /** Asked last: how many minutes another order must wait, or null. */
  mayOrder(trx: Records): Promise<number | null>;
}

/** Why no order was made. */
export type NotOrdered =
  | Refusal<UnpricedLine>
  | { readonly why: 'changed' }
  | { readonly why: 'too-many'; readonly minutes: number }
  | { readonly why: 'unseen'; readonly totals: Totals };

/** What a shopper has told, checked. */
export interface Told {
  readonly buyer: Buyer;
  readonly delivery: string;
}

type Body = Omit<Order, 'number' | 'placed'>;

/** A line of the cart that is ordered, with what there is of it. */
type OrderedLine = Omit<OrderLine, 'total' | 'saving'> & Pick<Taken, 'variantId'> & { readonly stock: number | null };

/**
 * Makes an order of a cart: takes what it holds out of the stock, and leaves the cart empty. An attempt of this cart
 * that was made already is answered with its order.
 */
export const placeOrder = (
  db: Records,
  storeId: number,
  cartToken: Buffer,
  buying: Buying,
  told: Told,
  order: NewOrder,
  now: Date,
): Promise<Pick<PlacedOrder, 'number'> | NotOrdered> =>
  inTransaction(db, async (trx) => {
    const cart = await lockCart(trx, storeId, cartToken, now);
    if (!cart) return { why: 'empty' };
    const { attempt, tokenHash } = order;
    const before = await trx
      .selectFrom('placed_order')
      .select('number')
      .where('store_id', '=', storeId)
      .where('attempt', '=', attempt)
      .where('cart_id', '=', cart.id)
      .executeTakeFirst();
    if (before) return before;
    const made = await orderOf(trx, cart, buying, told, order);
    if ('why' in made) return made;
    const { body, taken } = made;
    const minutes = await order.mayOrder(trx);
    if (minutes !== null) return { why: 'too-many', minutes };
    await takeStock(trx, storeId, taken, now);
    const number = await nextNumber(trx, storeId, order.firstNumber);
    const head = { store_id: storeId, number, cart_id: cart.id, attempt, token_hash: tokenHash, placed_at: now };
    await keep(trx, { ...head, currency: buying.currency, language: order.language }, body);
    await emptyCart(trx, cart.id);
    return { number };
  });

type Head = Pick<
  Insertable<Tables['placed_order']>,
  'store_id' | 'number' | 'cart_id' | 'attempt' | 'token_hash' | 'currency' | 'language'
> & { readonly placed_at: Date };

/** Writes an order: what is asked for in columns and lines, and all of it as the shopper saw it. */
async function keep(trx: Records, head: Head, body: Body): Promise<void> {
  const { buyer, delivery, payment, totals, lines } = body;
  const { email, ...address } = buyer;
  const { id } = await trx
    .insertInto('placed_order')
    .values({
      ...head,
      tax: 'included',
      email,
      name: buyer.name,
      delivery_address: json(address),
      billing_address: null,
      delivery: delivery.code,
      payment,
      subtotal: totals.subtotal,
      saving: totals.saving,
      delivery_price: delivery.price,
      total: totals.total,
      body: json(body),
    })
    .returning('id')
    .executeTakeFirstOrThrow();
  await trx
    .insertInto('order_line')
    .values(
      lines.map(({ wasPrice, saving: _saving, translated: _translated, ...line }, position) => ({
        ...line,
        order_id: id,
        position,
        was_price: wasPrice,
      })),
    )
    .execute();
  await trx.insertInto('order_event').values({ order_id: id, type: 'placed', at: head.placed_at }).execute();
}

/** What an order of a cart would be, its variants locked; or why there is none. */
async function orderOf(
  trx: Records,
  cart: CartRow,
  buying: Buying,
  told: Told,
  { attempt, seen, payment, language }: Pick<NewOrder, 'attempt' | 'seen' | 'payment' | 'language'>,
): Promise<{ body: Body; taken: readonly Taken[] } | NotOrdered> {
  // Another tab has ordered what was in the cart, and this one shows what was there before.
  if (cart.attempt !== attempt) return { why: 'changed' };
  const priced = priceCart({ lines: await lockLines(trx, cart.id, buying.currency, language), ...told }, buying);
  const charged = chargedBy(priced);
  if ('why' in charged) return charged;
  const { totals, steps } = priced;
  if (seenMark({ ...charged, totals }) !== seen) return { why: 'unseen', totals };
  const body = { ...charged, buyer: { ...NO_BUYER, ...told.buyer }, payment, totals, steps };
  return { body, taken: priced.lines };
}

/** What is charged for, or the first reason why nothing can be ordered. */
function chargedBy(priced: PricedCart<OrderedLine>): Pick<Body, 'lines' | 'delivery'> | Refusal<OrderedLine> {
  const [refusal] = priced.refusals;
  if (refusal) return refusal;
  return {
    lines: priced.lines.map(({ stock: _stock, variantId: _id, ...line }) => line),
    delivery: sure(priced.delivery.chosen),
  };
}

async function emptyCart(trx: Records, id: number): Promise<void> {
  await trx.deleteFrom('cart_line').where('cart_id', '=', id).execute();
  await trx
    .updateTable('cart')
    .set({ attempt: sql`gen_random_uuid()` })
    .where('id', '=', id)
    .execute();
}

/** The lines of a cart, their variants locked by id, so that of two who buy the last one is second. */
/** @param language what the shopper reads */
async function lockLines(trx: Records, cartId: number, currency: string, language: string): Promise<OrderedLine[]> {
  await sql`select v.id from variant v join cart_line l on l.variant_id = v.id where l.cart_id = ${cartId}
    order by v.id for no key update of v`.execute(trx);
  const { title, options, isTranslated } = calledIn(sql`${language}`);
  const { rows } = await sql<OrderedLine>`
    select v.id as "variantId", p.code as product, v.code as variant, ${title} as title, ${options} as options,
      case when ${isTranslated} then '["title"]'::jsonb end as translated, l.quantity, x.price,
      case when x.was_price > x.price then x.was_price end as "wasPrice", v.stock
    from cart_line l join variant v on v.id = l.variant_id join product p on p.id = v.product_id
    join card on card.product_id = p.id join price x on x.variant_id = v.id and x.currency = ${currency}
    where l.cart_id = ${cartId} order by p.code, v.position`.execute(trx);
  return rows;
}

async function nextNumber(trx: Records, storeId: number, first: number): Promise<number> {
  const { rows } = await sql<{
    last: number;
  }>`insert into order_counter as c (store_id, last) values (${storeId}, ${first})
    on conflict (store_id) do update set last = greatest(c.last + 1, ${first}) returning last`.execute(trx);
  return sure(rows[0]).last;
}

const orders = (db: Records, storeId: number) =>
  db
    .selectFrom('placed_order')
    .select(['number', 'placed_at as placed', 'state', 'currency', 'language', 'body'])
    .where('store_id', '=', storeId);

type Row = Omit<PlacedOrder, keyof Order> & { number: number; placed: Date; body: Body };
const asOrder = ({ body, placed, ...row }: Row): PlacedOrder => ({ ...body, ...row, placed: placed.toISOString() });

/** Which orders are asked for. */
export interface OrderQuery {
  readonly limit: number;
  /** Only those with a lower number. */
  readonly before?: number | undefined;
  readonly state?: OrderState | undefined;
  /** Only those of buyers with this in their name or email address, or with this number. */
  readonly search?: string | undefined;
}

/** Orders, newest first. */
export async function listOrders(
  db: Records,
  storeId: number,
  { limit, before, state, search = '' }: OrderQuery,
): Promise<PlacedOrder[]> {
  let query = orders(db, storeId);
  if (before !== undefined) query = query.where('number', '<', before);
  if (state !== undefined) query = query.where('state', '=', state);
  const words = search.trim().toLowerCase();
  if (/^\d{1,9}$/.test(words)) query = query.where('number', '=', Number(words));
  else if (words !== '') query = query.where(sql<string>`lower(name || ' ' || email)`, 'like', containing(words));
  return (await query.orderBy('number', 'desc').limit(limit).execute()).map(asOrder);
}

/** An order by its number. */
export async function findOrder(db: Records, storeId: number, number: number): Promise<PlacedOrder | undefined> {
  const row = await orders(db, storeId).where('number', '=', number).executeTakeFirst();
  return row && asOrder(row);
}
