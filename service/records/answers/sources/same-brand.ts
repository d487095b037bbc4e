/** The other products of a product's brand, the newest first; asked with the codes of both, a line each. */
import { sql } from 'kysely';
import { tags } from '../../tags.js';
import type { CardSource } from './source.js';

export const sameBrand: CardSource = {
  name: 'same-brand',
  pick: (store) => sql`
    select c.product_id as id, row_number() over (order by c.created_at desc, c.product_id) as rank
    from card c where c.brand_id = (select id from brand where store_id = ${store} and code = split_part(n.code, E'\\n', 1))
      and c.code <> split_part(n.code, E'\\n', 2)
    order by c.created_at desc, c.product_id`,
  tag: (code) => tags.list('brand', code.split('\n')[0]),
};
