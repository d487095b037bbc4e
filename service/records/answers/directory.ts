/** Everything of one sort that a store has. */
import { sql } from 'kysely';
import { pathOf } from '@parlour/core/documents';
import { SEARCH_WORDS, queryText, type DirectoryNeed } from '@parlour/core/kinds';
import type { Sql } from '../named.js';
import { tags } from '../tags.js';
import { needsOf, oneOf, type Part } from './part.js';

type Found = readonly [
  of: DirectoryNeed['of'],
  title: string,
  code: string,
  slug: string,
  parent: string | null,
  translated: string | null,
];

/** Nobody reads on. */
const MOST = 500;

/** From one category to the next by its index, since there are far fewer of them than products. */
const nextCategory = (store: Sql): Sql => sql`(select p.category from product p
  where p.store_id = ${store} and p.category > named.category order by p.category limit 1)`;

export const directory: Part<Found> = {
  name: 'directory',
  takes: 4,
  statement: ($, store) => ({
    select: sql`jsonb_agg(jsonb_build_array(kind, title, code, slug, parent, translated) order by rank, coalesce(translated, title), code) as answer from (
      (select 'collections' as kind, c.title, c.code, c.slug, above.code as parent, c.position as rank,
          c.texts -> ${$(3)}::text ->> 'title' as translated
        from collection c left join collection above on above.id = c.parent_id
        where ${$(0)}::bool and c.store_id = ${store} order by c.position, c.id limit ${sql.lit(MOST)})
      union all (select 'brands', title, code, slug, null, 0, texts -> ${$(3)}::text ->> 'title' from brand where ${$(1)}::bool and store_id = ${store} order by title, code limit ${sql.lit(MOST)})
      union all (with recursive named (category) as (
          select '' where ${$(2)}::bool
          union all select ${nextCategory(store)} from named where category is not null
        ) select 'categories', category, category, '', null, 0, null from named
        where category <> '' and exists (select from product p, ${oneOf('card', sql`card.product_id = p.id`)}
          where p.store_id = ${store} and p.category = named.category) limit ${sql.lit(MOST)})) found`,
  }),
  values(asked) {
    const wanted = new Set(needsOf(asked, 'directory').map(({ of }) => of));
    if (wanted.size === 0) return null;
    const { translation } = asked.sources;
    return [wanted.has('collections'), wanted.has('brands'), wanted.has('categories'), translation];
  },
  read(answers, asked) {
    const { patterns, prefix } = asked.sources;
    const pathTo = ([of, title, , slug]: Found): string => {
      if (of === 'collections') return prefix + pathOf(patterns, 'collection', slug);
      if (of === 'brands') return prefix + pathOf(patterns, 'brand', slug);
      // A category has no page: it is looked for.
      return prefix + pathOf(patterns, 'search') + queryText({ [SEARCH_WORDS]: title });
    };
    const pageOf = (of: DirectoryNeed['of'], code: string): string =>
      of === 'categories' ? '' : `${of === 'brands' ? 'brand' : 'collection'}:${code}`;
    for (const need of needsOf(asked, 'directory')) {
      asked.tags.add(tags.list(need.of));
      asked.data.set(
        need,
        answers
          .filter(([of]) => of === need.of)
          .map((one) => ({
            title: one[5] ?? one[1],
            translated: one[5] === null ? [] : (['title'] as const),
            path: pathTo(one),
            page: pageOf(need.of, one[2]),
            parent: one[4] === null ? null : pageOf(need.of, one[4]),
          })),
      );
    }
  },
};
