/** Pictures and the renditions shoppers get. */
import { sql } from 'kysely';
import { touch } from './changes.js';
import { inTransaction, json, type Records } from './database.js';
import type { PictureFormat } from './tables.js';
import { tags } from './tags.js';

/** A picture of a store, without its bytes. */
export interface StoredPicture {
  readonly hash: string;
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly widths: readonly number[];
}

export interface Rendition {
  readonly format: PictureFormat;
  /** In pixels. */
  readonly width: number;
  readonly bytes: Buffer;
}

/**
 * Keeps a picture with its renditions, all or nothing. The same file added again stays as it is; what may be missing
 * of it is put in.
 * @param source the file, if more is to be made of it later (`waiting-pictures.ts`)
 */
export const addPicture = (
  db: Records,
  storeId: number,
  {
    picture,
    renditions,
    source,
  }: {
    readonly picture: StoredPicture;
    readonly renditions: readonly Rendition[];
    readonly source: Buffer | null;
  },
): Promise<void> =>
  inTransaction(db, async (trx) => {
    const { hash, name, width, height, widths } = picture;
    const added = await trx
      .insertInto('picture')
      .values({ store_id: storeId, hash, name, width, height, widths: json(widths) })
      .onConflict((conflict) => conflict.doNothing())
      .returning('hash')
      .executeTakeFirst();
    await addRenditions(trx, storeId, hash, renditions);
    if (added && source)
      await trx.insertInto('waiting_picture').values({ store_id: storeId, hash, source, taken_until: null }).execute();
    touch(trx, storeId, [tags.picture(hash)]);
  });

/**
 * Gives a store a picture that another one has, with all that was made of it: making it takes seconds.
 * @param hash of a file that everybody may know of; otherwise it would tell what others have
 * @returns false if no store has it
 */
export const copyPicture = (db: Records, storeId: number, hash: string, name: string): Promise<boolean> =>
  inTransaction(db, async (trx) => {
    const from = await trx
      .selectFrom('picture')
      .select('store_id')
      .where('hash', '=', hash)
      .where('store_id', '!=', storeId)
      .orderBy('store_id')
      .limit(1)
      .forKeyShare()
      .executeTakeFirst();
    if (!from) return false;
    const own = sql.lit(storeId).as('store_id');
    await trx
      .insertInto('picture')
      .columns(['store_id', 'hash', 'name', 'width', 'height', 'widths'])
      .expression(
        trx
          .selectFrom('picture')
          .select([own, 'hash', sql.val(name).as('name'), 'width', 'height', 'widths'])
          .where('store_id', '=', from.store_id)
          .where('hash', '=', hash),
      )
      .onConflict((conflict) => conflict.doNothing())
      .execute();
    // What waits before what is made: what is finished in between is among the renditions then, and not lost.
    await trx
      .insertInto('waiting_picture')
      .columns(['store_id', 'hash', 'source', 'taken_until'])
      .expression(
        trx
          .selectFrom('waiting_picture')
          .select([own, 'hash', 'source', 'taken_until'])
          .where('store_id', '=', from.store_id)
          .where('hash', '=', hash),
      )
      .onConflict((conflict) => conflict.doNothing())
      .execute();
    await trx
      .insertInto('rendition')
      .columns(['store_id', 'hash', 'format', 'width', 'bytes'])
      .expression(
        trx
          .selectFrom('rendition')
          .select([own, 'hash', 'format', 'width', 'bytes'])
          .where('store_id', '=', from.store_id)
          .where('hash', '=', hash),
      )
      .onConflict((conflict) => conflict.doNothing())
      .execute();
    touch(trx, storeId, [tags.picture(hash)]);
    return true;
  });

export const addRenditions = async (
  trx: Records,
  storeId: number,
  hash: string,
  renditions: readonly Rendition[],
): Promise<void> =>
  void (await trx
    .insertInto('rendition')
    .values(renditions.map((one) => ({ store_id: storeId, hash, ...one })))
    .onConflict((conflict) => conflict.doNothing())
    .execute());

/** So many letters of a hash name a picture; fewer are as likely words. */
const HASH_BEGINS = 6;

export interface PictureFilter {
  /** Words that the name of the file holds, or how the hash begins. */
  readonly search?: string | undefined;
  /** Only those with one of these hashes. */
  readonly hashes?: readonly string[] | undefined;
  /** The hash of the picture that the list goes on after. */
  readonly after?: string | undefined;
  readonly limit: number;
}

/** The pictures of a store, newest first, and how many there are in all. */
export async function listPictures(
  db: Records,
  storeId: number,
  { search = '', hashes, after, limit }: PictureFilter,
): Promise<{ readonly pictures: StoredPicture[]; readonly total: number }> {
  const found = db
    .selectFrom('picture')
    .$if(hashes !== undefined, (some) => some.where(sql<boolean>`hash = any(${[...(hashes ?? [])]})`))
    .where('store_id', '=', storeId)
    .where(
      sql<boolean>`(strpos(lower(name), ${search.toLowerCase()}) > 0 or length(${search}::text) >= ${HASH_BEGINS} and starts_with(hash, ${search}))`,
    );
  let some = found.select(['hash', 'name', 'width', 'height', 'widths']);
  if (after !== undefined)
    some = some.where(sql<boolean>`exists (select from picture last where last.store_id = ${storeId}
      and last.hash = ${after} and (picture.created_at < last.created_at or (picture.created_at = last.created_at
      and (picture.name, picture.hash) > (last.name, last.hash))))`);
  const [pictures, { total }] = await Promise.all([
    some.orderBy('created_at', 'desc').orderBy('name').orderBy('hash').limit(limit).execute(),
    found.select(sql<number>`count(*)::integer`.as('total')).executeTakeFirstOrThrow(),
  ]);
  return { pictures, total };
}

/** Those of some hashes of which the store has the picture. */
export async function knownPictures(db: Records, storeId: number, hashes: readonly string[]): Promise<Set<string>> {
  const rows = await db
    .selectFrom('picture')
    .select('hash')
    .where('store_id', '=', storeId)
    .where('hash', 'in', hashes)
    .execute();
  return new Set(rows.map(({ hash }) => hash));
}

/** The pictures of a store by the names of their files: several may have one name. */
export async function hashesByName(
  db: Records,
  storeId: number,
  names: readonly string[],
): Promise<ReadonlyMap<string, readonly string[]>> {
  const rows = await db
    .selectFrom('picture')
    .select(['name', 'hash'])
    .where('store_id', '=', storeId)
    .where('name', 'in', [...new Set(names)])
    .execute();
  const found = new Map<string, string[]>();
  for (const { name, hash } of rows) found.set(name, [...(found.get(name) ?? []), hash]);
  return found;
}

export async function findPicture(db: Records, storeId: number, hash: string): Promise<StoredPicture | undefined> {
  return db
    .selectFrom('picture')
    .select(['hash', 'name', 'width', 'height', 'widths'])
    .where('store_id', '=', storeId)
    .where('hash', '=', hash)
    .executeTakeFirst();
}

/** The products that show a picture. */
export const productsWith = (db: Records, storeId: number, hash: string): Promise<{ code: string; title: string }[]> =>
  db
    .selectFrom('product_picture')
    .innerJoin('product', 'product.id', 'product_picture.product_id')
    .select(['product.code', 'product.title'])
    .distinct()
    .where('product_picture.store_id', '=', storeId)
    .where('product_picture.hash', '=', hash)
    .orderBy('product.code')
    .execute();

/** The collections that have a picture. */
export const collectionsWith = (
  db: Records,
  storeId: number,
  hash: string,
): Promise<{ code: string; title: string }[]> =>
  db
    .selectFrom('collection')
    .select(['code', 'title'])
    .where('store_id', '=', storeId)
    .where('picture', '=', hash)
    .orderBy('code')
    .execute();

/**
 * Whether a state that is kept shows a picture: a revision of some design, what it began with, a timed change, or an
 * edit that can be undone or done again. A hash is long enough to be looked for as a text.
 */
export async function isPictureKept(db: Records, storeId: number, hash: string): Promise<boolean> {
  const { rows } = await sql<{ kept: boolean }>`
    with states as (
      select r.manifest from revision r join design d on d.id = r.design_id where d.store_id = ${storeId}
      union select unnest(array[origin, groundwork, taken_manifest]) from design where store_id = ${storeId}
      union select unnest(array[t.base, t.changed]) from timed_change t join design d on d.id = t.design_id
        where d.store_id = ${storeId}
    ), bodies as (
      select distinct e.value as hash from states s join manifest m on m.hash = s.manifest
        cross join lateral jsonb_each_text(m.body) e
    )
    select exists (select 1 from bodies b join document doc on doc.hash = b.hash where strpos(doc.body::text, ${hash}) > 0)
      or exists (select 1 from draft_edit e join design d on d.id = e.design_id
        where d.store_id = ${storeId} and strpos(e.edit::text, ${hash}) > 0) as kept`.execute(db);
  return rows[0]?.kept ?? false;
}

/** Deletes a picture with its renditions; nothing may use it any more. */
export async function deletePicture(trx: Records, storeId: number, hash: string): Promise<void> {
  await trx.deleteFrom('picture').where('store_id', '=', storeId).where('hash', '=', hash).execute();
  touch(trx, storeId, [tags.picture(hash)]);
}

/**
 * The bytes of a picture in one width.
 * @param formats what may be sent, the best first
 */
export const findRendition = (
  db: Records,
  storeId: number,
  hash: string,
  width: number,
  formats: readonly PictureFormat[],
): Promise<Rendition | undefined> =>
  db
    .selectFrom('rendition')
    .select(['format', 'width', 'bytes'])
    .where('store_id', '=', storeId)
    .where('hash', '=', hash)
    .where('width', '=', width)
    .where('format', 'in', formats)
    .orderBy(sql`array_position(${[...formats]}::text[], format)`)
    .limit(1)
    .executeTakeFirst();
