/** The products of a collection, in its order; asked with its code. */
import { sql } from 'kysely';
import { tags } from '../../tags.js';
import type { CardSource } from './source.js';

export const collection: CardSource = {
  name: 'collection',
  pick: (store) => sql`
    select m.product_id as id, row_number() over (order by m.position, m.product_id) as rank
    from collection c join collection_member m on m.collection_id = c.id join card using (product_id)
    where c.store_id = ${store} and c.code = n.code
    order by m.position, m.product_id`,
  count: (store) => sql`
    select count(*) from collection c join collection_member m on m.collection_id = c.id join card using (product_id)
    where c.store_id = ${store} and c.code = n.code`,
  tag: (code) => tags.list('collection', code),
};
