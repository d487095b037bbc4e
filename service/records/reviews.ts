/** Reviews as their keepers see and write them, many in one statement. Only `catalogue/apply.ts` writes. */
import type { Review, ReviewState } from '@parlour/core/catalogue';
import { sql } from 'kysely';
import { json, type Records } from './database.js';
import { iso } from './instants.js';
import type { Sql } from './named.js';

export interface KeptReview extends Review {
  readonly id: number;
  readonly productId: number;
}

const COLUMNS = sql`r.id, r.code, r.product_id as "productId", p.code as product, r.rating, r.title, r.body as text, r.name,
  r.language, ${iso('r.written_at')} as written, r.state`;

/** The reviews of a store with these codes, by code. @param lock keeps others from changing them */
export async function readReviews(
  db: Records,
  storeId: number,
  codes: readonly string[],
  { lock = false }: { readonly lock?: boolean } = {},
): Promise<ReadonlyMap<string, KeptReview>> {
  const { rows } = await sql<KeptReview>`
    select ${COLUMNS} from review r join product p on p.id = r.product_id
    where r.store_id = ${storeId} and r.code = any(${[...codes]}) order by r.id
    ${lock ? sql`for no key update of r` : sql``}`.execute(db);
  return new Map(rows.map((row) => [row.code, row]));
}

/** Which reviews are listed. */
export interface ReviewFilter {
  readonly state?: ReviewState | undefined;
  /** Only those of a product, by its code. */
  readonly product?: string | undefined;
  readonly rating?: number | undefined;
  /** What the last of the part before says: when it was written, and its id. */
  readonly after?: { readonly written: string; readonly id: number } | undefined;
}

export interface ListedReview extends KeptReview {
  readonly productTitle: string;
}

/** Reviews, those that were written last first. */
export async function listedReviews(
  db: Records,
  storeId: number,
  { state, product, rating, after }: ReviewFilter,
  limit: number,
): Promise<readonly ListedReview[]> {
  const conditions: (Sql | false)[] = [
    sql`r.store_id = ${storeId}`,
    state !== undefined && sql`r.state = ${state}`,
    rating !== undefined && sql`r.rating = ${rating}`,
    product !== undefined &&
      sql`r.product_id = (select id from product where store_id = ${storeId} and code = ${product})`,
    after !== undefined && sql`(r.written_at, r.id) < (${after.written}::timestamptz, ${after.id}::int)`,
  ];
  const { rows } = await sql<ListedReview>`
    select ${COLUMNS}, p.title as "productTitle" from review r join product p on p.id = r.product_id
    where ${sql.join(
      conditions.filter((one) => one !== false),
      sql` and `,
    )}
    order by r.written_at desc, r.id desc limit ${limit}`.execute(db);
  return rows;
}

/** The codes of reviews that come after one, in their order. */
export async function nextReviews(
  db: Records,
  storeId: number,
  after: string,
  limit: number,
): Promise<readonly KeptReview[]> {
  const { rows } = await sql<KeptReview>`
    select ${COLUMNS} from review r join product p on p.id = r.product_id
    where r.store_id = ${storeId} and r.code > ${after} order by r.code limit ${limit}`.execute(db);
  return rows;
}

/** A review to be written. */
export interface ReviewRow {
  readonly review: Review;
  readonly productId: number;
}

/** Writes reviews, new or not. */
export async function putReviews(trx: Records, storeId: number, rows: readonly ReviewRow[]): Promise<void> {
  const values = rows.map(({ review, productId }) => ({ ...review, productId }));
  await sql`
    insert into review (store_id, code, product_id, rating, title, body, name, language, written_at, state)
    select ${storeId}, x.code, x."productId", x.rating, x.title, x.text, x.name, x.language, x.written, x.state
    from jsonb_to_recordset(${json(values)}::jsonb) x(code text, "productId" int, rating int, title text, text text, name text,
      language text, written timestamptz, state text)
    on conflict (store_id, code) do update set product_id = excluded.product_id, rating = excluded.rating,
      title = excluded.title, body = excluded.body, name = excluded.name, language = excluded.language,
      written_at = excluded.written_at, state = excluded.state`.execute(trx);
}

export async function deleteReviews(trx: Records, ids: readonly number[]): Promise<void> {
  await sql`delete from review where id = any(${[...ids]}::int[])`.execute(trx);
}
