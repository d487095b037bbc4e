/** Products of a source as cards: the first of them, or one page of all. */
import { sql } from 'kysely';
import { sure } from '@parlour/core';
import { pathOf } from '@parlour/core/documents';
import type { ListingNeed, NeedSource, ProductCard, ProductsNeed, Subject } from '@parlour/core/kinds';
import { currencyOf } from '../cards.js';
import type { Tables } from '../tables.js';
import type { Sql } from '../named.js';
import { tags } from '../tags.js';
import { needsOf, oneOf, type Asked, type Part } from './part.js';
import { brand } from './sources/brand.js';
import { chosen } from './sources/chosen.js';
import { collection } from './sources/collection.js';
import { found, wordsQuery } from './sources/found.js';
import { newest } from './sources/newest.js';
import { reduced } from './sources/reduced.js';
import { sameBrand } from './sources/same-brand.js';
import type { CardSource } from './sources/source.js';

type CardRow = Pick<Tables['card'], 'code' | 'slug' | 'title' | 'brand' | 'available' | 'picture'> & {
  /** Those of the language of the page. */
  readonly texts: { readonly title?: string; readonly brand?: string } | null;
} & Pick<Tables['card_price'], 'least' | 'greatest' | 'was'>;
type Answer = readonly [need: number, rank: number, card: CardRow] | readonly [need: number, rank: null, total: number];
type CardsNeed = ProductsNeed | ListingNeed;

/** A source, and the one text it is asked with. */
interface Source {
  readonly of: CardSource;
  readonly code: string;
}

const SOURCES: readonly CardSource[] = [newest, reduced, collection, brand, sameBrand, found, chosen];

/** One query of what each source answers, if it does. */
const each = (write: (source: CardSource) => Sql | undefined): Sql =>
  sql.join(
    SOURCES.flatMap((source) => write(source) ?? []),
    sql` union all `,
  );

export const cards: Part<Answer> = {
  name: 'cards',
  takes: 7,
  statement: ($, store) => ({
    tables: [
      sql`n as (select * from
        unnest(${$(0)}::int[], ${$(1)}::text[], ${$(2)}::text[], ${$(3)}::int[], ${$(4)}::int[], ${$(5)}::bool[])
        n (i, source, code, most, skip, whole))`,
      sql`chosen as materialized (${each(
        ({ name, pick }) => sql`
        select n.i, x.id, x.rank from n, lateral (${pick(store)} limit n.most offset n.skip) x
        where n.source = ${sql.lit(name)}`,
      )})`,
      sql`total as (${each(
        ({ name, count }) =>
          count && sql`select n.i, (${count(store)}) as total from n where n.whole and n.source = ${sql.lit(name)}`,
      )})`,
    ],
    select: sql`jsonb_agg(one) as answer from (
      select jsonb_build_array(i, rank, jsonb_build_object('code', card.code, 'slug', card.slug, 'title', card.title,
        'brand', card.brand, 'texts', card.texts -> ${$(6)}::text, 'available', card.available, 'picture', card.picture, 'least', x.least,
        'greatest', x.greatest, 'was', x.was)) as one
      from chosen, ${oneOf('card', sql`card.product_id = chosen.id`)},
        ${oneOf('card_price', sql`x.product_id = chosen.id and x.currency = ${currencyOf(store)}`, 'x')}
      union all select jsonb_build_array(i, null, total) from total) found`,
  }),
  values(asked) {
    const rows = neededRows(asked);
    if (rows.length === 0) return null;
    return [
      rows.map((_, i) => i),
      rows.map(({ source }) => source.of.name),
      rows.map(({ source }) => source.code),
      rows.map(({ need }) => (need.type === 'listing' ? need.size : need.limit)),
      rows.map(({ need }) => (need.type === 'listing' ? (need.page - 1) * need.size : 0)),
      rows.map(({ need }) => need.type === 'listing'),
      asked.sources.translation,
    ];
  },
  read(answers, asked) {
    const rows = neededRows(asked);
    const answered = rows.map((): { cards: [number, CardRow][]; total: number } => ({ cards: [], total: 0 }));
    for (const [i, rank, answer] of answers) {
      const one = sure(answered[i]);
      if (rank === null) one.total = answer;
      else one.cards.push([rank, answer]);
    }
    rows.forEach(({ need, source }, i) => {
      const { cards: some, total } = sure(answered[i]);
      const inOrder = some.sort(([a], [b]) => a - b).map(([, row]) => asCard(row, asked));
      asked.tags.add(source.of.tag(source.code));
      for (const { code } of inOrder) asked.tags.add(tags.page(`product:${code}`));
      if (need.type === 'listing') asked.data.set(need, { cards: inOrder, total });
      else asked.data.set(need, inOrder);
    });
  },
};

/** What is asked of the database, each once. A source that means nothing on this page has no products. */
function neededRows(asked: Asked): { need: CardsNeed; source: Source }[] {
  const needs = [...needsOf(asked, 'products'), ...needsOf(asked, 'listing')];
  const rows: { need: CardsNeed; source: Source }[] = [];
  for (const need of needs) {
    const source = sourceOn(need.source, asked.subject);
    if (source) rows.push({ need, source });
    else if (need.type === 'listing') asked.data.set(need, { cards: [], total: 0 });
    else asked.data.set(need, []);
  }
  return rows;
}

function sourceOn(source: NeedSource, subject: Subject): Source | null {
  switch (source.from) {
    case 'newest':
      return { of: newest, code: '' };
    case 'reduced':
      return { of: reduced, code: '' };
    case 'collection':
      return { of: collection, code: source.collection };
    case 'this-collection':
      return subject && 'collection' in subject ? { of: collection, code: subject.collection.code } : null;
    case 'same-brand':
      if (subject && 'brand' in subject) return { of: brand, code: subject.brand.code };
      return subject && 'product' in subject && subject.product.brandCode !== null
        ? { of: sameBrand, code: `${subject.product.brandCode}\n${subject.product.code}` }
        : null;
    case 'goes-with': {
      const others = subject && 'product' in subject ? (subject.product.goesWith ?? []) : [];
      return others.length > 0 ? { of: chosen, code: others.join('\n') } : null;
    }
    case 'found': {
      const code = wordsQuery(source.words ?? '');
      return code === '' ? null : { of: found, code };
    }
    case 'chosen':
      return { of: chosen, code: source.products.join('\n') };
  }
}

const TITLE = ['title'] as const;

const asCard = (row: CardRow, { sources: { patterns, prefix } }: Asked): ProductCard => ({
  code: row.code,
  path: prefix + pathOf(patterns, 'product', row.slug),
  title: row.texts?.title ?? row.title,
  brand: row.texts?.brand ?? row.brand,
  translated: row.texts?.title === undefined ? [] : TITLE,
  brandTranslated: row.texts?.brand !== undefined,
  price: row.least,
  wasPrice: row.was,
  varies: row.least < row.greatest,
  available: row.available,
  picture: row.picture,
});
