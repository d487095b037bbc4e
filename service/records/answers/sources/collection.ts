/** The products of a collection, in its order; asked with its code. */
import { sql } from 'kysely';
import type { Sql } from '../../named.js';
import { tags } from '../../tags.js';
import { oneOf } from '../part.js';
import type { CardSource } from './source.js';

const FEW = 10_000;
const idOf = (store: Sql): Sql => sql`(select id from collection where store_id = ${store} and code = n.code)`;
const shown = oneOf('card', sql`card.product_id = m.product_id`);

export const collection: CardSource = {
  name: 'collection',
  pick: (store) => sql`
    select m.product_id as id, row_number() over (order by m.position, m.product_id) as rank
    from collection_member m, ${shown} where m.collection_id = ${idOf(store)}
    order by m.position, m.product_id`,
  // Those of a small one are looked up; of a large one that takes longer than reading what there is.
  count: (store) => sql`
    case when (select count(*) from (select from collection_member where collection_id = ${idOf(store)} limit ${sql.lit(FEW + 1)}) first) > ${sql.lit(FEW)}
      then (select count(*) from collection_member m join card using (product_id) where m.collection_id = ${idOf(store)})
      else (select count(*) from collection_member m, ${shown} where m.collection_id = ${idOf(store)}) end`,
  tag: (code) => tags.list('collection', code),
};
