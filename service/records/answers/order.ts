/** The order that a thank-you page is about. */
import { sql } from 'kysely';
import type { Order } from '@parlour/core/commerce';
import type { Part } from './part.js';

export const order: Part<Order> = {
  name: 'order',
  takes: 1,
  statement: ($, store) => ({
    select: sql`jsonb_agg(o.body || jsonb_build_object('number', o.number, 'placed',
        to_char(o.placed_at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"'))) as answer
      from placed_order o where o.store_id = ${store} and o.token_hash = ${$(0)}::bytea`,
  }),
  values: ({ order: token, cart, behind }) =>
    token && behind.has('order') && !(cart && 'madeUp' in cart) ? [token] : null,
  read([found], { own }) {
    own.order = found ?? null;
  },
};
