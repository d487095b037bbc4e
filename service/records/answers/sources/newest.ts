/** Everything, the newest first. */
import { sql } from 'kysely';
import { tags } from '../../tags.js';
import type { CardSource } from './source.js';

export const newest: CardSource = {
  name: 'newest',
  pick: (store) => sql`
    select p.id, row_number() over (order by p.created_at desc, p.id) as rank
    from product p where p.store_id = ${store}
    order by p.created_at desc, p.id`,
  count: (store) => sql`select count(*) from product where store_id = ${store}`,
  tag: () => tags.list('newest'),
};
