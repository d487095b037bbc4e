/** Brands are things of their own, with a page each. */
import { sql, type Kysely } from 'kysely';

const STATEMENTS = `
create table brand (
  id integer generated always as identity primary key,
  store_id integer not null references store on delete cascade,
  code text not null,
  slug text not null,
  title text not null,
  description text not null default '',
  unique (store_id, code),
  unique (store_id, slug)
);
alter table product add column brand_id integer references brand;
create index product_brand on product (brand_id);

-- Until now a product held the name of its brand. Two names that make the same slug are told apart by their code.
insert into brand (store_id, code, slug, title)
select store_id, code, case when slug = '' or count(*) over (partition by store_id, slug) > 1 then trim('-' from slug || '-' || lower(code)) else slug end, title
from (
  select store_id, title, 'B-' || row_number() over (partition by store_id order by title) as code,
    trim('-' from regexp_replace(lower(title), '[^a-z0-9]+', '-', 'g')) as slug
  from (select distinct store_id, brand as title from product where brand <> '') named
) coded;
update product p set brand_id = b.id from brand b where b.store_id = p.store_id and b.title = p.brand;

drop view product_card;
alter table product drop column brand;
create view product_card as
select p.id, p.store_id, p.code, p.slug, p.title, coalesce(b.title, '') as brand, p.created_at, v.price,
  case when v.was_price > v.price then v.was_price end as was_price, v.varies, v.available, pic.picture
from product p
left join brand b on b.id = p.brand_id
cross join lateral (
  select min(price) as price, (array_agg(was_price order by price, position))[1] as was_price,
    min(price) <> max(price) as varies, bool_or(stock > 0) as available
  from variant where product_id = p.id
) v
left join lateral (
  select jsonb_build_object('hash', i.hash, 'width', i.width, 'height', i.height, 'alt', pp.alt, 'widths', i.widths) as picture
  from product_picture pp join picture i on i.store_id = pp.store_id and i.hash = pp.hash
  where pp.product_id = p.id order by pp.position limit 1
) pic on true
where v.price is not null;

-- Every design has brand pages now.
update assignment_renewal set wanted = wanted + 1 where kind = 'brand';
`;

export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw(STATEMENTS).execute(db);
}
