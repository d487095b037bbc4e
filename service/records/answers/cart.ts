/** The cart of the shopper with what they have told, as the facts that pages show. */
import { checkoutFacts, NO_BUYER, pathOf, type Buyer, type CartLine } from '@parlour/core';
import type { Part } from './part.js';

interface Answer {
  readonly attempt: string;
  readonly buyer: Partial<Buyer>;
  readonly delivery: string;
  readonly lines: readonly (Omit<CartLine, 'options' | 'path'> & {
    readonly options: Readonly<Record<string, string>>;
    readonly slug: string;
  })[];
}

export const cart: Part<Answer> = {
  name: 'cart',
  parameters: 1,
  statement: ($) => ({
    select: `jsonb_agg(jsonb_build_object('attempt', c.attempt, 'buyer', c.buyer, 'delivery', c.delivery, 'lines', coalesce((
        select jsonb_agg(jsonb_build_object('product', p.code, 'variant', v.code, 'title', p.title, 'options', v.options,
          'slug', p.slug, 'quantity', l.quantity, 'price', v.price, 'stock', v.stock, 'picture', card.picture)
          order by p.code, v.position)
        from cart_line l join variant v on v.id = l.variant_id join product p on p.id = v.product_id
        join product_card card on card.id = p.id where l.cart_id = c.id), '[]'))) as answer
      from cart c where c.store_id = $1 and c.token_hash = ${$(0)}::bytea`,
  }),
  values: ({ cart: token }) => (token ? [token] : null),
  read([found], asked) {
    const { buying, sources } = asked;
    if (!found) return;
    const lines = found.lines.map(({ options, slug, ...line }) => ({
      ...line,
      options: Object.values(options).join(', '),
      path: sources.prefix + pathOf(sources.patterns, 'product', slug),
    }));
    Object.assign(
      asked.facts,
      checkoutFacts(
        { lines, attempt: found.attempt, buyer: { ...NO_BUYER, ...found.buyer }, delivery: found.delivery },
        buying,
      ),
    );
  },
};
