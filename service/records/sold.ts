/**
 * How often products were ordered. Their cards say it, and an order locks none of them: what has happened to orders is
 * counted a moment later, by a chore.
 */
import { sql } from 'kysely';
import { sure } from '@parlour/core';
import { touchAspects } from './aspects.js';
import { touch } from './changes.js';
import { inTransaction, type Database } from './database.js';

const AT_ONCE = 500;

/** Counts the orders that were placed since the last time, and takes off those that were cancelled. */
export async function countSold(db: Database): Promise<void> {
  while ((await countSome(db)) === AT_ONCE);
}

/** @returns how many events of orders were counted */
const countSome = (db: Database): Promise<number> =>
  inTransaction(db, async (trx) => {
    const { rows } = await sql<{ events: number; stores: { store: number; products: number[] }[] }>`
      with events as (
        update order_event set counted = true where id = any(array(
          select id from order_event where not counted and type in ('placed', 'cancelled')
          order by id limit ${AT_ONCE} for update skip locked))
        returning order_id, type
      ), fresh as (
        select p.id, p.store_id, sum(case when e.type = 'placed' then l.quantity else -l.quantity end)::int as sold
        from events e join placed_order o on o.id = e.order_id join order_line l on l.order_id = o.id
        join product p on p.store_id = o.store_id and p.code = l.product group by p.id, p.store_id
      ), counted as (
        insert into product_sold as s (product_id, sold) select id, sold from fresh order by id
        on conflict (product_id) do update set sold = s.sold + excluded.sold
        returning product_id, sold
      ), shown as (
        update card c set sold = counted.sold from counted where c.product_id = counted.product_id
      )
      select (select count(*)::int from events) as events, coalesce(
        (select jsonb_agg(one) from (select store_id as store, jsonb_agg(id) as products from fresh group by store_id) one), '[]') as stores`.execute(
      trx,
    );
    const { events, stores } = sure(rows[0]);
    for (const { store, products } of stores) {
      touch(trx, store, [], products);
      await touchAspects(trx, store, products, ['sold']);
    }
    return events;
  });
