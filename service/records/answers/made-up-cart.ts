/** The cart of a preview, and what was ordered of it: made up, but of true products, prices and stock. */
import { sql } from 'kysely';
import { NO_BUYER, priceCart, type Cart } from '@parlour/core/commerce';
import { lineColumns, lineOf, lineTables, type LineAnswer } from './cart.js';
import type { Asked, MadeUpCart, Part } from './part.js';

const cartAsked = ({ cart }: Asked): MadeUpCart | null => (cart && 'madeUp' in cart ? cart.madeUp : null);

export const madeUpCart: Part<readonly [isOrdered: boolean, line: LineAnswer]> = {
  name: 'made-up-cart',
  takes: 5,
  statement: ($, store) => ({
    select: sql`jsonb_agg(jsonb_build_array(n.ordered, jsonb_build_object(${lineColumns(sql.ref('n.quantity'), $(4), store)}))
        order by card.code, v.position) as answer
      from unnest(${$(0)}::bool[], ${$(1)}::text[], ${$(2)}::text[], ${$(3)}::int[]) n (ordered, product, variant, quantity)
      join product named on named.store_id = ${store} and named.code = n.product
      join variant v on v.product_id = named.id and v.code = n.variant ${lineTables(store)}`,
  }),
  values(asked) {
    const made = cartAsked(asked);
    if (!made || (!asked.behind.has('cart') && !asked.behind.has('order'))) return null;
    asked.own.cart = cartOf(made, []);
    const all = [
      ...made.lines.map((line) => ({ ...line, isOrdered: false })),
      ...(asked.order ? (made.ordered?.lines ?? []) : []).map((line) => ({ ...line, isOrdered: true })),
    ];
    if (all.length === 0) return null;
    return [
      all.map(({ isOrdered }) => isOrdered),
      all.map(({ product }) => product),
      all.map(({ variant }) => variant),
      all.map(({ quantity }) => quantity),
      asked.sources.translation,
    ];
  },
  read(answers, asked) {
    const made = cartAsked(asked);
    if (!made) return;
    const linesOf = (ordered: boolean) =>
      answers.flatMap(([isOrdered, line]) => (isOrdered === ordered ? [lineOf(line, asked.sources)] : []));
    const { own } = asked;
    own.cart = cartOf(made, linesOf(false));
    if (!made.ordered || !asked.order) return;
    const { buyer, delivery, payment, placed } = made.ordered;
    const priced = priceCart({ lines: linesOf(true), buyer, delivery }, own.buying);
    const { lines, totals, steps } = priced;
    const { chosen } = priced.delivery;
    if (chosen) own.order = { number: null, placed, buyer, lines, delivery: chosen, payment, totals, steps };
  },
};

const cartOf = ({ attempt, buyer, delivery }: MadeUpCart, lines: Cart['lines']): Cart => ({
  lines,
  attempt,
  buyer: { ...NO_BUYER, ...buyer },
  delivery,
});
