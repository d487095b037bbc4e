/** The products of a brand, the newest first; asked with its code. */
import { sql } from 'kysely';
import type { Sql } from '../../named.js';
import { tags } from '../../tags.js';
import type { CardSource } from './source.js';

/** By it alone cards are looked for: were the store named too, all of its cards might be read for the few of a brand. */
const idOf = (store: Sql): Sql => sql`(select id from brand where store_id = ${store} and code = n.code)`;

export const brand: CardSource = {
  name: 'brand',
  pick: (store) => sql`
    select c.product_id as id, row_number() over (order by c.created_at desc, c.product_id) as rank
    from card c where c.brand_id = ${idOf(store)}
    order by c.created_at desc, c.product_id`,
  tag: (code) => tags.list('brand', code),
};
