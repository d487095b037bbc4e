/** The other products of a product's brand, the newest first; asked with the codes of both, a line each. */
import { sql } from 'kysely';
import { tags } from '../../tags.js';
import type { CardSource } from './source.js';

export const sameBrand: CardSource = {
  name: 'same-brand',
  pick: (store) => sql`
    select p.id, row_number() over (order by p.created_at desc, p.id) as rank
    from product p where p.store_id = ${store}
      and p.brand_id = (select id from brand where store_id = ${store} and code = split_part(n.code, E'\\n', 1))
      and p.code <> split_part(n.code, E'\\n', 2)
    order by p.created_at desc, p.id`,
  tag: (code) => tags.list('brand', code.split('\n')[0]),
};
