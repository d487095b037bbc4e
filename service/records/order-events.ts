/** What happens to orders after they are placed: noted one by one, by somebody of the team. */
import { Problem } from '@parlour/core';
import { orderRefusalText, refusalOfNote, stateOf, type OrderEvent, type OrderNote } from '@parlour/core/commerce';
import { formatMoney } from '@parlour/core/money';
import { audit } from './audit.js';
import { inTransaction, type Records } from './database.js';
import { putBack } from './stock.js';

/** Who notes something of which order. */
export interface Noting {
  readonly store: { readonly id: number; readonly locale: string };
  readonly number: number;
  readonly accountId: number;
  readonly now: Date;
}

const eventsOf = (db: Records, orderId: number) =>
  db
    .selectFrom('order_event')
    .leftJoin('account', 'account.id', 'order_event.account_id')
    .select(['type', 'at', 'amount', 'note', 'account.name as by'])
    .where('order_id', '=', orderId)
    .orderBy('order_event.id');

/** What has happened to an order, oldest first. */
export async function orderEvents(db: Records, storeId: number, number: number): Promise<OrderEvent[]> {
  const order = await db
    .selectFrom('placed_order')
    .select('id')
    .where('store_id', '=', storeId)
    .where('number', '=', number)
    .executeTakeFirst();
  const rows = order ? await eventsOf(db, order.id).execute() : [];
  return rows.map(({ at, ...event }) => ({ ...event, at: at.toISOString() }));
}

/**
 * Notes what happened to an order.
 * @param note with `stockBack`, what is cancelled is in stock again
 * @returns whether there is such an order
 * @throws Problem `order-state` if that cannot happen to it, `bad-value` at `amount`
 */
export const noteOnOrder = (
  db: Records,
  { store, number, accountId, now }: Noting,
  note: OrderNote & { readonly stockBack?: boolean | undefined },
): Promise<boolean> =>
  inTransaction(db, async (trx) => {
    const order = await trx
      .selectFrom('placed_order')
      .select(['id', 'currency', 'total'])
      .where('store_id', '=', store.id)
      .where('number', '=', number)
      .forUpdate()
      .executeTakeFirst();
    if (!order) return false;
    const events = await eventsOf(trx, order.id).execute();
    const refusal = refusalOfNote(events, note, order.total);
    if (refusal) {
      const money = (amount: number) => formatMoney({ amount, currency: order.currency }, store.locale);
      const text = orderRefusalText(refusal, money);
      throw refusal.why === 'amount'
        ? new Problem('bad-value', text, { place: 'amount' })
        : new Problem('order-state', text);
    }
    const amount = note.type === 'refunded' ? (note.amount ?? null) : null;
    await trx
      .insertInto('order_event')
      .values({ order_id: order.id, type: note.type, at: now, account_id: accountId, amount, note: note.note ?? '' })
      .execute();
    await trx
      .updateTable('placed_order')
      .set({ state: stateOf([...events, note]) })
      .where('id', '=', order.id)
      .execute();
    if (note.type === 'cancelled' && note.stockBack) await putBack(trx, store.id, order.id, now);
    const detail = amount === null ? {} : { amount };
    await audit(trx, { storeId: store.id, accountId, action: `order.${note.type}`, target: String(number), detail });
    return true;
  });
