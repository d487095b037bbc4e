/** Products of a source as cards: the first of them, or one page of all. */
import { pathOf } from '@parlour/core/documents';
import type { ListingNeed, NeedSource, ProductCard, ProductsNeed, Subject } from '@parlour/core/kinds';
import type { Tables } from '../tables.js';
import { tags } from '../tags.js';
import { needsOf, type Asked, type Part } from './part.js';
import { sure } from '@parlour/core';

type CardRow = Omit<Tables['product_card'], 'created_at'>;
type Answer = readonly [need: number, rank: number, card: CardRow] | readonly [need: number, rank: null, total: number];
type CardsNeed = ProductsNeed | ListingNeed;

/** A source by its name and one text, as the statement knows them. */
interface Source {
  readonly name: string;
  readonly code: string;
}

/**
 * How each source picks: the ids of its products with their rank, for the row `n` of what is asked. No two have the
 * same rank, so that a page is the same each time, and nothing is on two pages of a listing.
 */
const SOURCES: Readonly<Record<string, string>> = {
  newest: `select p.id, row_number() over (order by p.created_at desc, p.id) as rank from product p where p.store_id = $1
    order by p.created_at desc, p.id`,
  reduced: `select p.id, row_number() over (order by p.created_at desc, p.id) as rank from product p where p.store_id = $1
    and exists (select 1 from variant v where v.product_id = p.id and v.was_price > v.price) order by p.created_at desc, p.id`,
  collection: `select m.product_id as id, row_number() over (order by m.position, m.product_id) as rank
    from collection c join collection_member m on m.collection_id = c.id
    where c.store_id = $1 and c.code = n.code order by m.position, m.product_id`,
  brand: `select p.id, row_number() over (order by p.created_at desc, p.id) as rank from product p
    where p.store_id = $1 and p.brand_id = (select id from brand where store_id = $1 and code = n.code) order by p.created_at desc, p.id`,
  'same-brand': `select p.id, row_number() over (order by p.created_at desc, p.id) as rank from product p
    where p.store_id = $1 and p.brand_id = (select id from brand where store_id = $1 and code = split_part(n.code, E'\\n', 1))
    and p.code <> split_part(n.code, E'\\n', 2) order by p.created_at desc, p.id`,
  found: `select p.id, row_number() over (order by ts_rank(p.words, q) desc, p.created_at desc, p.id) as rank
    from product p, to_tsquery('simple', n.code) q where p.store_id = $1 and p.words @@ q order by rank`,
  chosen: `select p.id, array_position(string_to_array(n.code, E'\\n'), p.code) as rank from product p
    where p.store_id = $1 and p.code = any(string_to_array(n.code, E'\\n')) order by rank`,
};

/** How many products a source has, where a listing can ask. */
const COUNTS: Readonly<Record<string, string>> = {
  newest: 'select count(*) from product where store_id = $1',
  collection:
    'select count(*) from collection c join collection_member m on m.collection_id = c.id where c.store_id = $1 and c.code = n.code',
  brand:
    'select count(*) from product where store_id = $1 and brand_id = (select id from brand where store_id = $1 and code = n.code)',
  found: `select count(*) from product where store_id = $1 and words @@ to_tsquery('simple', n.code)`,
  reduced:
    'select count(*) from product p where store_id = $1 and exists (select 1 from variant v where v.product_id = p.id and v.was_price > v.price)',
};

export const cards: Part<Answer> = {
  name: 'cards',
  parameters: 6,
  statement: ($) => ({
    tables: [
      `n as (select * from unnest(${$(0)}::int[], ${$(1)}::text[], ${$(2)}::text[], ${$(3)}::int[], ${$(4)}::int[], ${$(5)}::bool[])
        n (i, source, code, most, skip, whole))`,
      `chosen as materialized (${Object.entries(SOURCES)
        .map(
          ([source, pick]) =>
            `select n.i, x.id, x.rank from n, lateral (${pick} limit n.most offset n.skip) x where n.source = '${source}'`,
        )
        .join('\nunion all\n')})`,
      `total as (${Object.entries(COUNTS)
        .map(([source, count]) => `select n.i, (${count}) as total from n where n.whole and n.source = '${source}'`)
        .join('\nunion all\n')})`,
    ],
    select: `jsonb_agg(one) as answer from (
      select jsonb_build_array(i, rank, to_jsonb(card) - 'created_at') as one from chosen join product_card card using (id)
      union all select jsonb_build_array(i, null, total) from total) found`,
  }),
  values(asked) {
    const rows = neededRows(asked);
    if (rows.length === 0) return null;
    return [
      rows.map((_, i) => i),
      rows.map(({ source }) => source.name),
      rows.map(({ source }) => source.code),
      rows.map(({ need }) => (need.type === 'listing' ? need.size : need.limit)),
      rows.map(({ need }) => (need.type === 'listing' ? (need.page - 1) * need.size : 0)),
      rows.map(({ need }) => need.type === 'listing'),
    ];
  },
  read(answers, asked) {
    const rows = neededRows(asked);
    const found = rows.map((): { cards: [number, CardRow][]; total: number } => ({ cards: [], total: 0 }));
    for (const [i, rank, answer] of answers) {
      const one = sure(found[i]);
      if (rank === null) one.total = answer;
      else one.cards.push([rank, answer]);
    }
    rows.forEach(({ need, source }, i) => {
      const { cards: some, total } = sure(found[i]);
      const inOrder = some.sort(([a], [b]) => a - b).map(([, row]) => asCard(row, asked));
      asked.tags.add(sourceTag(source));
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
    case 'reduced':
      return { name: source.from, code: '' };
    case 'collection':
      return { name: 'collection', code: source.collection };
    case 'this-collection':
      return subject && 'collection' in subject ? { name: 'collection', code: subject.collection.code } : null;
    case 'same-brand':
      if (subject && 'brand' in subject) return { name: 'brand', code: subject.brand.code };
      return subject && 'product' in subject && subject.product.brandCode !== null
        ? { name: 'same-brand', code: `${subject.product.brandCode}\n${subject.product.code}` }
        : null;
    case 'found': {
      const code = wordsQuery(source.words ?? '');
      return code === '' ? null : { name: 'found', code };
    }
    case 'chosen':
      return { name: 'chosen', code: source.products.join('\n') };
  }
}

/** More words than these narrow nothing. */
const MOST_WORDS = 8;

/** What is looked for as PostgreSQL reads it: every word must be there, or begin one that is. */
const wordsQuery = (text: string): string =>
  (text.toLowerCase().match(/[\p{L}\p{N}][\p{L}\p{M}\p{N}.-]*/gu) ?? [])
    .slice(0, MOST_WORDS)
    .map((word) => `'${word}':*`)
    .join(' & ');

const sourceTag = ({ name, code }: Source): string => {
  switch (name) {
    case 'collection':
      return tags.list('collection', code);
    case 'brand':
    case 'same-brand':
      return tags.list('brand', code.split('\n')[0]);
    default:
      return tags.list(name);
  }
};

const asCard = (row: CardRow, { sources: { patterns, prefix } }: Asked): ProductCard => ({
  code: row.code,
  path: prefix + pathOf(patterns, 'product', row.slug),
  title: row.title,
  brand: row.brand,
  price: row.price,
  wasPrice: row.was_price,
  varies: row.varies,
  available: row.available,
  picture: row.picture,
});
