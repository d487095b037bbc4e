/** Pictures and the renditions shoppers get. */
import { touch } from './changes.js';
import { inTransaction, json, type Records } from './database.js';
import { tags } from './tags.js';

/** A picture of a store, without its bytes. */
export interface StoredPicture {
  readonly hash: string;
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly widths: readonly number[];
}

/**
 * Keeps a picture with its renditions, all or nothing. The same file added again stays as it is; what may be missing
 * of it is put in.
 */
export const addPicture = (
  db: Records,
  storeId: number,
  { hash, name, width, height, widths }: StoredPicture,
  renditions: readonly { readonly width: number; readonly bytes: Buffer }[],
): Promise<void> =>
  inTransaction(db, async (trx) => {
    await trx
      .insertInto('picture')
      .values({ store_id: storeId, hash, name, width, height, widths: json(widths) })
      .onConflict((conflict) => conflict.doNothing())
      .execute();
    await trx
      .insertInto('rendition')
      .values(renditions.map((one) => ({ store_id: storeId, hash, ...one })))
      .onConflict((conflict) => conflict.doNothing())
      .execute();
    touch(trx, storeId, [tags.picture(hash)]);
  });

/** The pictures of a store, newest first. */
export async function listPictures(db: Records, storeId: number): Promise<StoredPicture[]> {
  return db
    .selectFrom('picture')
    .select(['hash', 'name', 'width', 'height', 'widths'])
    .where('store_id', '=', storeId)
    .orderBy('created_at', 'desc')
    .orderBy('name')
    .limit(500)
    .execute();
}

/** The bytes of a picture in one width, as WebP. */
export async function findRendition(
  db: Records,
  storeId: number,
  hash: string,
  width: number,
): Promise<Buffer | undefined> {
  const row = await db
    .selectFrom('rendition')
    .select('bytes')
    .where('store_id', '=', storeId)
    .where('hash', '=', hash)
    .where('width', '=', width)
    .executeTakeFirst();
  return row?.bytes;
}
