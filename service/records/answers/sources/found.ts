/** What a search finds, the best first; asked with what `wordsQuery` makes of the words. */
import { sql } from 'kysely';
import { tags } from '../../tags.js';
import type { CardSource } from './source.js';

export const found: CardSource = {
  name: 'found',
  pick: (store) => sql`
    select p.id, row_number() over (order by ts_rank(p.words, q) desc, p.created_at desc, p.id) as rank
    from product p join card on card.product_id = p.id, to_tsquery('simple', n.code) q where p.store_id = ${store} and p.words @@ q
    order by rank`,
  tag: () => tags.list('found'),
};

/** More words than these narrow nothing. */
const MOST_WORDS = 8;

/**
 * What is looked for as PostgreSQL reads it: every word must be there, or begin one that is.
 * @returns an empty text if there is no word
 */
export const wordsQuery = (text: string): string =>
  (text.toLowerCase().match(/[\p{L}\p{N}][\p{L}\p{M}\p{N}.-]*/gu) ?? [])
    .slice(0, MOST_WORDS)
    .map((word) => `'${word}':*`)
    .join(' & ');
