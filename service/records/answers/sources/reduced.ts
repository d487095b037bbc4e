/** What costs less than before, the newest first. */
import { sql } from 'kysely';
import { currencyOf } from '../../cards.js';
import { tags } from '../../tags.js';
import type { CardSource } from './source.js';

export const reduced: CardSource = {
  name: 'reduced',
  pick: (store) => sql`
    select c.product_id as id, row_number() over (order by c.created_at desc, c.product_id) as rank
    from card_price x join card c using (product_id)
    where x.store_id = ${store} and x.reduced and x.currency = ${currencyOf(store)}
    order by c.created_at desc, c.product_id`,
  tag: () => tags.list('reduced'),
};
