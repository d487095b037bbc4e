/** The cart of a shopper, with what they have told. */
import { NO_BUYER, type Buyer, type CartLine } from '@parlour/core/commerce';
import { sql } from 'kysely';
import { pathOf } from '@parlour/core/documents';
import { currencyOf } from '../cards.js';
import type { Sql } from '../named.js';
import type { Part, PathSources } from './part.js';

/** A line as the statement answers it. */
export type LineAnswer = Omit<CartLine, 'path' | 'translated'> & {
  readonly slug: string;
  readonly isTranslated: boolean;
};

/** What a product `p` and its variant `v` are called in a language. @param language null for the leading one */
export const calledIn = (
  language: Sql,
): { readonly title: Sql; readonly options: Sql; readonly isTranslated: Sql } => ({
  title: sql`coalesce(p.texts -> ${language}::text ->> 'title', p.title)`,
  options: sql`chosen_text(p.options, v.options, p.texts -> ${language}::text -> 'words')`,
  isTranslated: sql`coalesce(p.texts -> ${language}::text ? 'title', false)`,
});

/** The picture of a line: the first that shows its variant, or that of the product. @param store stands for its id */
const linePicture = (store: Sql): Sql => sql`coalesce((
          select jsonb_build_object('hash', i.hash, 'width', i.width, 'height', i.height, 'alt', pp.alt, 'widths', i.widths)
          from product_picture pp join picture i on i.store_id = ${store} and i.hash = pp.hash
          where pp.product_id = p.id and pp.hash = any(v.pictures) order by pp.position limit 1), card.picture)`;

/**
 * The columns of one line, of the tables that `lineTables` joins.
 * @param quantity an expression
 * @param language stands for that of the page, null for the leading one
 */
export const lineColumns = (quantity: Sql, language: Sql, store: Sql): Sql => {
  const { title, options, isTranslated } = calledIn(language);
  return sql`'product', card.code, 'variant', v.code, 'title', ${title}, 'isTranslated', ${isTranslated}, 'options', ${options}, 'slug', card.slug, 'quantity', ${quantity},
          'price', x.price, 'wasPrice', case when x.was_price > x.price then x.was_price end, 'stock', v.stock, 'picture', ${linePicture(store)}`;
};

/** The card and the price of a variant `v`. @param store stands for the id of the store */
export const lineTables = (store: Sql): Sql =>
  sql`join product p on p.id = v.product_id join card on card.product_id = v.product_id
        join price x on x.variant_id = v.id and x.currency = ${currencyOf(store)}`;

export const lineOf = ({ slug, isTranslated, ...line }: LineAnswer, { prefix, patterns }: PathSources): CartLine => ({
  ...line,
  ...(isTranslated && { translated: ['title'] }),
  path: prefix + pathOf(patterns, 'product', slug),
});

interface Answer {
  readonly attempt: string;
  readonly buyer: Partial<Buyer>;
  readonly delivery: string;
  readonly lines: readonly LineAnswer[];
}

export const cart: Part<Answer> = {
  name: 'cart',
  takes: 2,
  statement: ($, store) => ({
    select: sql`jsonb_agg(jsonb_build_object('attempt', c.attempt, 'buyer', c.buyer, 'delivery', c.delivery, 'lines', coalesce((
        select jsonb_agg(jsonb_build_object(${lineColumns(sql.ref('l.quantity'), $(1), store)}) order by card.code, v.position)
        from cart_line l join variant v on v.id = l.variant_id ${lineTables(store)} where l.cart_id = c.id), '[]'))) as answer
      from cart c where c.store_id = ${store} and c.token_hash = ${$(0)}::bytea`,
  }),
  values: ({ cart: asked, behind, sources }) =>
    asked && 'kept' in asked && behind.has('cart') ? [asked.kept, sources.translation] : null,
  read([found], { own, sources }) {
    if (!found) return;
    const { lines, attempt, buyer, delivery } = found;
    own.cart = {
      lines: lines.map((line) => lineOf(line, sources)),
      attempt,
      buyer: { ...NO_BUYER, ...buyer },
      delivery,
    };
  },
};
