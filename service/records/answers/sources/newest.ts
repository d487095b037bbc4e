/** Everything, the newest first. */
import { sql } from 'kysely';
import { tags } from '../../tags.js';
import type { CardSource } from './source.js';

export const newest: CardSource = {
  name: 'newest',
  pick: (store) => sql`
    select c.product_id as id, row_number() over (order by c.created_at desc, c.product_id) as rank
    from card c where c.store_id = ${store}
    order by c.created_at desc, c.product_id`,
  tag: () => tags.list('newest'),
};
