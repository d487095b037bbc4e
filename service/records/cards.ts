/** The card of a product: what lists show of it, kept beside it by whatever writes the catalogue. */
import { STAR } from '@parlour/core/catalogue';
import { sql } from 'kysely';
import { touchAspects } from './aspects.js';
import { touch } from './changes.js';
import type { Records } from './database.js';
import { named, type Sql } from './named.js';

/** The currency that a store sells in. @param store stands for its id */
export const currencyOf = (store: Sql): Sql => sql`(select currency from store where id = ${store})`;

/** Whether a product is for sale at a moment. */
const isForSale = (now: Sql): Sql => sql`p.status = 'for-sale' and (p.visible_from is null or p.visible_from <= ${now})
    and (p.visible_until is null or ${now} < p.visible_until)`;

/** Works the cards of products out anew, and writes those that differ. Listings look at them again. */
export async function renewCards(
  trx: Records,
  storeId: number,
  productIds: readonly number[],
  now: Date,
): Promise<void> {
  if (productIds.length === 0) return;
  touch(trx, storeId, [], productIds);
  // Prices first: writing them locks the row of each product even if nothing differs (`on conflict`), so that of two
  // orders that take the last of two variants, the second looks at the stock once the first is done.
  const idsOf = (rows: readonly { id: number }[]): number[] => rows.map(({ id }) => id);
  const priced = idsOf((await trx.executeQuery(renewPrices([...productIds]))).rows);
  const others = idsOf((await trx.executeQuery(renewRest([...productIds], now))).rows);
  await trx.executeQuery(removeRest([...productIds], now));
  await touchAspects(trx, storeId, priced, ['price', 'counts']);
  await touchAspects(trx, storeId, others, ['title', 'rating', 'counts']);
}

const renewPrices = named<{ id: number }>(
  ($) => sql`
  with fresh as (
    select p.id as product_id, x.currency, p.store_id, min(x.price) as least, max(x.price) as greatest,
      (array_agg(case when x.was_price > x.price then x.was_price end order by x.price, v.position, v.id))[1] as was,
      bool_or(coalesce(x.was_price > x.price, false)) as reduced
    from product p join variant v on v.product_id = p.id join price x on x.variant_id = v.id
    where p.id = any(${$(0)}::int[]) group by p.id, x.currency
  ), gone as (
    delete from card_price c where c.product_id = any(${$(0)}::int[])
      and not exists (select from fresh f where f.product_id = c.product_id and f.currency = c.currency)
  )
  insert into card_price as c select * from fresh order by product_id, currency
  on conflict (product_id, currency) do update set least = excluded.least, greatest = excluded.greatest,
    was = excluded.was, reduced = excluded.reduced
  where (c.least, c.greatest, c.was, c.reduced) is distinct from
    (excluded.least, excluded.greatest, excluded.was, excluded.reduced)
  returning c.product_id as id`,
);

/** By further language: the title, and that of the brand, as far as there are any. */
const TEXTS = sql`coalesce((
    select jsonb_object_agg(language, jsonb_strip_nulls(jsonb_build_object(
      'title', p.texts -> language -> 'title', 'brand', b.texts -> language -> 'title')))
    from (select jsonb_object_keys(p.texts) as language union select jsonb_object_keys(b.texts)) languages
    where (p.texts -> language) ? 'title' or (b.texts -> language) ? 'title'), '{}')`;

const renewRest = named<{ id: number }>(
  ($) => sql`
  insert into card as c
  select p.id, p.store_id, p.code, p.slug, p.title, p.brand_id, coalesce(b.title, ''), ${TEXTS}, pic.two[1], pic.two[2], p.created_at,
    exists (select from variant v where v.product_id = p.id and (v.stock is null or v.stock > 0)),
    said.rating, said.reviews, coalesce((select sold from product_sold o where o.product_id = p.id), 0)
  from product p join store s on s.id = p.store_id
  join card_price x on x.product_id = p.id and x.currency = s.currency
  left join brand b on b.id = p.brand_id
  left join lateral (
    select array_agg(one order by position) as two from (
      select pp.position,
        jsonb_build_object('hash', i.hash, 'width', i.width, 'height', i.height, 'alt', pp.alt, 'widths', i.widths) as one
      from product_picture pp join picture i on i.store_id = pp.store_id and i.hash = pp.hash
      where pp.product_id = p.id order by pp.position limit 2) first
  ) pic on true
  cross join lateral (select round(avg(r.rating) * ${sql.lit(STAR)})::int as rating, count(*)::int as reviews
    from review r where r.product_id = p.id and r.state = 'shown') said
  where p.id = any(${$(0)}::int[]) and ${isForSale($(1))}
  on conflict (product_id) do update set slug = excluded.slug, title = excluded.title, brand_id = excluded.brand_id,
    brand = excluded.brand, texts = excluded.texts, picture = excluded.picture, second = excluded.second, created_at = excluded.created_at, available = excluded.available,
    rating = excluded.rating, reviews = excluded.reviews
  where (c.slug, c.title, c.brand_id, c.brand, c.texts, c.picture, c.second, c.created_at, c.available, c.rating, c.reviews) is distinct from
    (excluded.slug, excluded.title, excluded.brand_id, excluded.brand, excluded.texts, excluded.picture, excluded.second, excluded.created_at, excluded.available,
      excluded.rating, excluded.reviews)
  returning c.product_id as id`,
);

const removeRest = named(
  ($) => sql`
  delete from card c using store s where c.product_id = any(${$(0)}::int[]) and s.id = c.store_id
    and not exists (select from card_price x join product p on p.id = x.product_id
      where x.product_id = c.product_id and x.currency = s.currency and ${isForSale($(1))})`,
);
