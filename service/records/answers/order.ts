/** The order that a thank-you page is about; in a preview the one that was made up of the shopper's cart. */
import type { OrderFact } from '@parlour/core';
import type { Part } from './part.js';

export const order: Part<OrderFact> = {
  name: 'order',
  parameters: 1,
  statement: ($) => ({
    select: `jsonb_agg(o.body || jsonb_build_object('number', o.number, 'placed',
        to_char(o.placed_at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"'))) as answer
      from placed_order o where o.store_id = $1 and o.token_hash = ${$(0)}::bytea`,
  }),
  values: ({ order: token, isPreview }) => (token && !isPreview ? [token] : null),
  read([found], { facts }) {
    facts.order = found ?? null;
  },
};

export const madeUpOrder: Part<Omit<OrderFact, 'number'>> = {
  name: 'made-up-order',
  parameters: 1,
  statement: ($) => ({
    select: `jsonb_agg(c.made_up) as answer from cart c
      where c.store_id = $1 and c.token_hash = ${$(0)}::bytea and c.made_up is not null`,
  }),
  values: ({ order: token, cart, isPreview }) => (token && cart && isPreview ? [cart] : null),
  read([found], { facts }) {
    facts.order = found ? { ...found, number: null } : null;
  },
};
