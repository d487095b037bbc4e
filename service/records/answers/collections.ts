/** Collections as cards: chosen ones, those inside another, or all that are in no other. */
import { sql } from 'kysely';
import { inLanguage, type ThingTexts } from '@parlour/core/catalogue';
import { pathOf } from '@parlour/core/documents';
import type { CollectionCard, PictureInfo } from '@parlour/core/kinds';
import type { Sql } from '../named.js';
import { tags } from '../tags.js';
import { needsOf, oneOf, type Part } from './part.js';

/** So many products of a collection are looked at for a picture. */
const MOST_LOOKED_AT = 100;

interface Found extends Omit<CollectionCard, 'path' | 'picture' | 'translated'> {
  readonly texts: ThingTexts | null;
  readonly slug: string;
  readonly own: PictureInfo | null;
  readonly first: { readonly product: string; readonly picture: PictureInfo } | null;
}

/** The picture that a collection `c` has itself; null if it has none. @param store stands for the id of the store */
export const collectionPicture = (store: Sql): Sql => sql`(select jsonb_build_object('hash', i.hash, 'width', i.width,
  'height', i.height, 'alt', c.picture_alt, 'widths', i.widths) from picture i where i.store_id = ${store} and i.hash = c.picture)`;

export const collections: Part<readonly [need: number, found: readonly Found[]]> = {
  name: 'collections',
  takes: 5,
  statement: ($, store) => ({
    // The picture of a collection is that of its first product that has one, if it is among the first.
    select: sql`jsonb_agg(jsonb_build_array(n.i, (
        select jsonb_agg(jsonb_build_object('code', c.code, 'slug', c.slug, 'title', c.title, 'description', c.description, 'texts', c.texts -> ${$(3)}::text, 'own', ${collectionPicture(store)},
          'first', (select jsonb_build_object('product', card.code, 'picture', card.picture)
            from (select product_id, position from collection_member where collection_id = c.id order by position, product_id limit ${sql.lit(MOST_LOOKED_AT)}) m,
              ${oneOf('card', sql`card.product_id = m.product_id`)}
            where card.picture is not null order by m.position, m.product_id limit 1)) order by c.rank, c.id)
        from (select c.*, coalesce(array_position(n.chosen, c.code), c.position) as rank from collection c
          where c.store_id = ${store} and case
            when n.chosen is not null then c.code = any(n.chosen)
            when n.inside is not null then c.parent_id = (select id from collection o where o.store_id = ${store} and o.code = n.inside)
            else c.parent_id is null end
          order by rank, c.id limit n.most) c))) as answer
      from (select i, string_to_array(chosen, E'\\n') as chosen, most, inside
        from unnest(${$(0)}::int[], ${$(1)}::text[], ${$(2)}::int[], ${$(4)}::text[]) n (i, chosen, most, inside)) n`,
  }),
  values(asked) {
    const needs = needsOf(asked, 'collections');
    if (needs.length === 0) return null;
    return [
      needs.map((_, i) => i),
      needs.map(({ chosen }) => chosen?.join('\n') ?? null),
      needs.map(({ limit }) => limit),
      asked.sources.translation,
      needs.map(({ inside }) => inside),
    ];
  },
  read(answers, asked) {
    const { patterns, prefix } = asked.sources;
    const found = new Map(answers);
    needsOf(asked, 'collections').forEach((need, i) => {
      const some = found.get(i) ?? [];
      asked.tags.add(tags.list('collections'));
      for (const { code, first } of some) {
        asked.tags.add(tags.page(`collection:${code}`)).add(tags.list('collection', code));
        if (first) asked.tags.add(tags.page(`product:${first.product}`));
      }
      asked.data.set(
        need,
        some.map(({ slug, first, texts, own, ...one }) => ({
          ...inLanguage(one, texts),
          picture: own ?? first?.picture ?? null,
          path: prefix + pathOf(patterns, 'collection', slug),
        })),
      );
    });
  },
};
