/** The products of a brand, the newest first; asked with its code. */
import { sql } from 'kysely';
import { tags } from '../../tags.js';
import type { CardSource } from './source.js';

export const brand: CardSource = {
  name: 'brand',
  pick: (store) => sql`
    select p.id, row_number() over (order by p.created_at desc, p.id) as rank
    from product p where p.store_id = ${store}
      and p.brand_id = (select id from brand where store_id = ${store} and code = n.code)
    order by p.created_at desc, p.id`,
  count: (store) => sql`
    select count(*) from product where store_id = ${store}
      and brand_id = (select id from brand where store_id = ${store} and code = n.code)`,
  tag: (code) => tags.list('brand', code),
};
