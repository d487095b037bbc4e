/** Products chosen one by one, in the order they were chosen; asked with their codes, a line each. */
import { sql } from 'kysely';
import { tags } from '../../tags.js';
import type { CardSource } from './source.js';

export const chosen: CardSource = {
  name: 'chosen',
  pick: (store) => sql`
    select p.id, array_position(string_to_array(n.code, E'\\n'), p.code) as rank
    from product p where p.store_id = ${store} and p.code = any(string_to_array(n.code, E'\\n'))
    order by rank`,
  tag: () => tags.list('chosen'),
};
