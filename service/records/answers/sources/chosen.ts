/** Products chosen one by one, in the order they were chosen; asked with their codes, a line each. */
import { sql } from 'kysely';
import { tags } from '../../tags.js';
import type { CardSource } from './source.js';

export const chosen: CardSource = {
  name: 'chosen',
  pick: (store) => sql`
    select c.product_id as id, array_position(string_to_array(n.code, E'\\n'), c.code) as rank
    from card c where c.store_id = ${store} and c.code = any(string_to_array(n.code, E'\\n'))
    order by rank`,
  tag: () => tags.list('chosen'),
};
