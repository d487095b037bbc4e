/** What is sold leaves the stock, and what is cancelled comes back. Beside `catalogue/apply.ts`, nothing else writes it. */
import { sql } from 'kysely';
import { renewCards } from './cards.js';
import { touch } from './changes.js';
import type { Records } from './database.js';
import { notePagesDue } from './due-pages.js';
import { tags } from './tags.js';

/** So many of a variant, which is locked. */
export interface Taken {
  readonly variantId: number;
  readonly quantity: number;
}

/**
 * Takes what is ordered out of the stock, where it is counted. The pages of its products are made anew, and those are due
 * whose rules look at stock. The card of a product is written only if it is sold out by that, so that no order waits for
 * another of the same product there.
 * @throws what PostgreSQL throws if there is less: who calls has looked, with the variants locked
 */
export const takeStock = (trx: Records, storeId: number, taken: readonly Taken[], now: Date): Promise<void> =>
  add(
    trx,
    storeId,
    taken.map(({ variantId, quantity }) => ({ variantId, quantity: -quantity })),
    now,
  );

/** Puts what an order took into the stock again, where it is counted, and is still there. */
export async function putBack(trx: Records, storeId: number, orderId: number, now: Date): Promise<void> {
  const { rows } = await sql<Taken>`select v.id as "variantId", l.quantity
    from order_line l join product p on p.store_id = ${storeId} and p.code = l.product
    join variant v on v.product_id = p.id and v.code = l.variant
    where l.order_id = ${orderId} order by v.id for no key update of v`.execute(trx);
  await add(trx, storeId, rows, now);
}

/** Adds to the stock of variants, which are locked, in one statement. @param added below zero if it is taken */
async function add(trx: Records, storeId: number, added: readonly Taken[], now: Date): Promise<void> {
  const { rows } = await sql<{ id: number; code: string; turns: boolean }>`
    with moved as (
      update variant v set stock = v.stock + t.quantity
      from unnest(${added.map(({ variantId }) => variantId)}::int[], ${added.map(({ quantity }) => quantity)}::int[]) t (id, quantity)
      where v.id = t.id and v.stock is not null
      returning v.product_id, (v.stock = 0) <> (v.stock = t.quantity) as turns
    ) select p.id, p.code, bool_or(moved.turns) as turns
      from moved join product p on p.id = moved.product_id group by p.id`.execute(trx);
  const codes = rows.map(({ code }) => code);
  if (codes.length === 0) return;
  await renewCards(
    trx,
    storeId,
    rows.flatMap(({ id, turns }) => (turns ? [id] : [])),
    now,
  );
  touch(
    trx,
    storeId,
    codes.map((code) => tags.page(`product:${code}`)),
  );
  await notePagesDue(trx, storeId, 'product', codes, 'stock');
}
