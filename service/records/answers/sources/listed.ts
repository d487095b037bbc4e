/** One page of a listing, as it was worked out in memory; asked with the ids of its products. */
import { sql } from 'kysely';
import { tags } from '../../tags.js';
import type { CardSource } from './source.js';

export const listed: CardSource = {
  name: 'listed',
  pick: () => sql`
    select x.id, x.rank from unnest(string_to_array(n.code, ' ')::int[]) with ordinality x (id, rank)`,
  tag: () => tags.list('listed'),
};
