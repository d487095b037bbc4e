/** What is sold leaves the stock. Beside `catalogue/apply.ts`, nothing else writes it. */
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
 * Takes what is ordered out of the stock, where it is counted, in one statement. The pages of its products are made anew,
 * and those are due whose rules look at stock. The card of a product is written only if it is sold out by that, so that
 * no order waits for another of the same product there.
 * @throws what PostgreSQL throws if there is less: who calls has looked, with the variants locked
 */
export async function takeStock(trx: Records, storeId: number, taken: readonly Taken[], now: Date): Promise<void> {
  const { rows } = await sql<{ id: number; code: string; left: number }>`
    with sold as (
      update variant v set stock = v.stock - t.quantity
      from unnest(${taken.map(({ variantId }) => variantId)}::int[], ${taken.map(({ quantity }) => quantity)}::int[]) t (id, quantity)
      where v.id = t.id and v.stock is not null returning v.product_id, v.stock
    ) select p.id, p.code, min(sold.stock)::int as left from sold join product p on p.id = sold.product_id group by p.id`.execute(
    trx,
  );
  const codes = rows.map(({ code }) => code);
  if (codes.length === 0) return;
  await renewCards(
    trx,
    rows.flatMap(({ id, left }) => (left === 0 ? [id] : [])),
    now,
  );
  touch(
    trx,
    storeId,
    codes.map((code) => tags.page(`product:${code}`)),
  );
  await notePagesDue(trx, storeId, 'product', codes, 'stock');
}
