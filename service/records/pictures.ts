/** Pictures and the renditions shoppers get. */
import { json, type Records } from './database.js';

export interface StoredPicture {
  readonly hash: string;
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly widths: readonly number[];
}

/** Keeps a picture; the same file added again stays as it is. */
export async function addPicture(
  db: Records,
  storeId: number,
  picture: StoredPicture,
  renditions: readonly { width: number; bytes: Buffer }[],
): Promise<void> {
  const { hash, name, width, height, widths } = picture;
  const added = await db
    .insertInto('picture')
    .values({ store_id: storeId, hash, name, width, height, widths: json(widths) })
    .onConflict((conflict) => conflict.doNothing())
    .returning('hash')
    .executeTakeFirst();
  if (!added) return;
  await db
    .insertInto('rendition')
    .values(renditions.map((one) => ({ store_id: storeId, hash, ...one })))
    .execute();
}

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
