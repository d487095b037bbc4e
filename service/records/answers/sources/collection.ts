/** The products of a collection, in its order; asked with its code. */
import { sql } from 'kysely';
import type { Sql } from '../../named.js';
import { tags } from '../../tags.js';
import { oneOf } from '../part.js';
import type { CardSource } from './source.js';

const idOf = (store: Sql): Sql => sql`(select id from collection where store_id = ${store} and code = n.code)`;
const shown = oneOf('card', sql`card.product_id = m.product_id`);

export const collection: CardSource = {
  name: 'collection',
  pick: (store) => sql`
    select m.product_id as id, row_number() over (order by m.position, m.product_id) as rank
    from collection_member m, ${shown} where m.collection_id = ${idOf(store)}
    order by m.position, m.product_id`,
  tag: (code) => tags.list('collection', code),
};
