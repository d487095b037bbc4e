/** What costs less than before, the newest first. */
import { sql } from 'kysely';
import { tags } from '../../tags.js';
import type { CardSource } from './source.js';

const isReduced = sql`exists (select 1 from variant v where v.product_id = p.id and v.was_price > v.price)`;

export const reduced: CardSource = {
  name: 'reduced',
  pick: (store) => sql`
    select p.id, row_number() over (order by p.created_at desc, p.id) as rank
    from product p where p.store_id = ${store} and ${isReduced}
    order by p.created_at desc, p.id`,
  count: (store) => sql`select count(*) from product p where store_id = ${store} and ${isReduced}`,
  tag: () => tags.list('reduced'),
};
