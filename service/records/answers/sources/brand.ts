/** The products of a brand, the newest first; asked with its code. */
import { sql } from 'kysely';
import { tags } from '../../tags.js';
import type { CardSource } from './source.js';

export const brand: CardSource = {
  name: 'brand',
  pick: (store) => sql`
    select c.product_id as id, row_number() over (order by c.created_at desc, c.product_id) as rank
    from card c where c.store_id = ${store}
      and c.brand_id = (select id from brand where store_id = ${store} and code = n.code)
    order by c.created_at desc, c.product_id`,
  count: (store) => sql`
    select count(*) from card where store_id = ${store}
      and brand_id = (select id from brand where store_id = ${store} and code = n.code)`,
  tag: (code) => tags.list('brand', code),
};
