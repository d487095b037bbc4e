/** The cart of the shopper, as pages show it. */
import type { CartLine } from '@parlour/core';
import type { Part } from './part.js';

type Line = Omit<CartLine, 'options'> & { readonly options: Readonly<Record<string, string>> };

export const cart: Part<Line> = {
  name: 'cart',
  parameters: 1,
  statement: ($) => ({
    select: `jsonb_agg(jsonb_build_object('product', p.code, 'variant', v.code, 'title', p.title, 'options', v.options,
        'quantity', l.quantity) order by p.code, v.position) as answer
      from cart c join cart_line l on l.cart_id = c.id join variant v on v.id = l.variant_id join product p on p.id = v.product_id
      where c.store_id = $1 and c.token_hash = ${$(0)}::bytea`,
  }),
  values: ({ cart: token }) => (token ? [token] : null),
  read(answers, { facts }) {
    facts.cart = { lines: answers.map((line) => ({ ...line, options: Object.values(line.options).join(', ') })) };
  },
};
