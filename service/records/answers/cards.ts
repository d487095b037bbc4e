/** Products of a source as cards: the first of them, or one page of all. */
import { sql } from 'kysely';
import { sure } from '@parlour/core';
import { wordIn, type ThingTexts } from '@parlour/core/catalogue';
import { pathOf } from '@parlour/core/documents';
import {
  needKey,
  type CardMore,
  type ListingNeed,
  type NeedSource,
  type ProductCard,
  type ProductsNeed,
  type SortKey,
  type Subject,
} from '@parlour/core/kinds';
import { currencyOf } from '../cards.js';
import type { Sql } from '../named.js';
import type { Tables } from '../tables.js';
import { tags, type Aspect } from '../tags.js';
import { needsOf, oneOf, type Asked, type Listed, type Part } from './part.js';
import { brand } from './sources/brand.js';
import { chosen } from './sources/chosen.js';
import { collection } from './sources/collection.js';
import { found, wordsQuery } from './sources/found.js';
import { listed } from './sources/listed.js';
import { newest } from './sources/newest.js';
import { reduced } from './sources/reduced.js';
import { sameBrand } from './sources/same-brand.js';
import type { CardSource } from './sources/source.js';

type CardRow = Pick<Tables['card'], 'code' | 'slug' | 'title' | 'brand' | 'available' | 'picture'> & {
  /** Those of the language of the page. */
  readonly texts: { readonly title?: string; readonly brand?: string } | null;
  readonly more: MoreRow | null;
} & Pick<Tables['card_price'], 'least' | 'greatest' | 'was'>;
/** What only some cards show. */
interface MoreRow extends Pick<Tables['card'], 'second' | 'rating'> {
  readonly reviews: number;
  readonly since: string;
  readonly summary: string;
  readonly attribute: string | number | boolean | null;
  readonly single: Readonly<Record<string, string>> | null;
  /** Those of the language of the page. */
  readonly texts: ThingTexts | null;
}
type Answer = readonly [need: number, rank: number, card: CardRow];
type CardsNeed = ProductsNeed | ListingNeed;

/** A source, and the one text it is asked with. */
interface Source {
  readonly of: CardSource;
  readonly code: string;
}

const SOURCES: readonly CardSource[] = [newest, reduced, collection, brand, sameBrand, found, chosen, listed];

/** What only some cards show, of the product itself. @param language stands for that of the page */
const moreOfCard = (language: Sql): Sql => sql`(
  select jsonb_build_object('second', card.second, 'rating', card.rating, 'reviews', card.reviews, 'since', card.created_at,
    'summary', p.summary, 'attribute', p.attributes -> more,
    'single', (select case when count(*) = 1 then (array_agg(v.options))[1] end from variant v where v.product_id = p.id), 'texts', p.texts -> ${language}::text)
  from product p where p.id = chosen.id)`;

export const cards: Part<Answer> = {
  name: 'cards',
  takes: 6,
  statement: ($, store) => ({
    tables: [
      sql`n as (select * from
        unnest(${$(0)}::int[], ${$(1)}::text[], ${$(2)}::text[], ${$(3)}::int[], ${$(5)}::text[]) n (i, source, code, most, more))`,
      sql`chosen as materialized (${sql.join(
        SOURCES.map(
          ({ name, pick }) => sql`
        select n.i, n.more, x.id, x.rank from n, lateral (${pick(store)} limit n.most) x
        where n.source = ${sql.lit(name)}`,
        ),
        sql` union all `,
      )})`,
    ],
    select: sql`jsonb_agg(one) as answer from (
      select jsonb_build_array(i, rank, jsonb_build_object('code', card.code, 'slug', card.slug, 'title', card.title,
        'brand', card.brand, 'texts', card.texts -> ${$(4)}::text, 'available', card.available, 'picture', card.picture, 'least', x.least,
        'greatest', x.greatest, 'was', x.was, 'more', case when more is not null then ${moreOfCard($(4))} end)) as one
      from chosen, ${oneOf('card', sql`card.product_id = chosen.id`)},
        ${oneOf('card_price', sql`x.product_id = chosen.id and x.currency = ${currencyOf(store)}`, 'x')}) found`,
  }),
  values(asked) {
    const rows = neededRows(asked);
    if (rows.length === 0) return null;
    return [
      rows.map((_, i) => i),
      rows.map(({ source }) => source.of.name),
      rows.map(({ source }) => source.code),
      rows.map(({ need }) => (need.type === 'listing' ? need.size : need.limit)),
      asked.sources.translation,
      rows.map(({ need }) => need.more),
    ];
  },
  read(answers, asked) {
    const rows = neededRows(asked);
    const answered = rows.map((): [number, CardRow][] => []);
    for (const [i, rank, card] of answers) sure(answered[i]).push([rank, card]);
    rows.forEach(({ need, source, whole }, i) => {
      const inOrder = sure(answered[i])
        .sort(([a], [b]) => a - b)
        .map(([, row]) => asCard(row, asked, need));
      if (need.type === 'products') asked.tags.add(source.of.tag(source.code));
      for (const { code } of inOrder) asked.tags.add(tags.page(`product:${code}`));
      if (need.type === 'products') asked.data.set(need, inOrder);
      else asked.data.set(need, { cards: inOrder, total: sure(whole).total, counts: sure(whole).counts });
    });
  },
};

interface NeededRow {
  readonly need: CardsNeed;
  readonly source: Source;
  /** What a listing comes to. */
  readonly whole?: Listed;
}

/** What is asked of the database, each once. A source that means nothing on this page has no products. */
function neededRows(asked: Asked): NeededRow[] {
  const rows: NeededRow[] = [];
  for (const need of needsOf(asked, 'products')) {
    const source = sourceOn(need.source, asked.subject);
    if (source) rows.push({ need, source });
    else asked.data.set(need, []);
  }
  for (const need of needsOf(asked, 'listing')) {
    const whole = sure(asked.listings.get(needKey(need)));
    const source = sourceOn(need.source, asked.subject);
    if (source) for (const tag of tagsOfListing(need, source.of.tag(source.code))) asked.tags.add(tag);
    if (whole.ids.length > 0) rows.push({ need, source: { of: listed, code: whole.ids.join(' ') }, whole });
    else asked.data.set(need, { cards: [], total: whole.total, counts: whole.counts });
  }
  return rows;
}

/** What of its products an order goes by that may change while they stay. */
const ASPECT: Readonly<Record<SortKey, Aspect | null>> = {
  'by-hand': null,
  date: null,
  title: 'title',
  price: 'price',
  saving: 'price',
  rating: 'rating',
  sold: 'sold',
  attribute: 'attributes',
};

/** What a listing depends on besides its cards: who is in it, and what it is ordered by. */
function tagsOfListing({ sort, counts }: ListingNeed, list: string): string[] {
  const aspect = ASPECT[sort.by];
  return [
    list,
    ...(aspect === null ? [] : [tags.aspect(list, aspect)]),
    ...(counts ? [tags.aspect(list, 'counts')] : []),
  ];
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

const asCard = (row: CardRow, { sources: { patterns, prefix } }: Asked, { more }: CardsNeed): ProductCard => ({
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
  ...(row.more && { more: asMore(row.more, more ?? '') }),
});

function asMore(
  { second, rating, reviews, since, single, summary, attribute, texts }: MoreRow,
  name: string,
): CardMore {
  // What is simply so, such as “limited”, goes by its name.
  const own = attribute === null || attribute === false ? '' : attribute === true ? name : String(attribute);
  const word = wordIn(texts?.words, own);
  return {
    ...{ second, rating, reviews, single, since: new Date(since).toISOString() },
    summary: texts?.summary ?? summary,
    attribute: word,
    spoken: [
      ...(texts?.summary === undefined ? [] : (['summary'] as const)),
      ...(word === own ? [] : (['attribute'] as const)),
    ],
  };
}
