/** Pictures of which more is to be made when there is time. The file waits with them, and is dropped afterwards. */
import { sql } from 'kysely';
import { inTransaction, type Database } from './database.js';
import { addRenditions, type Rendition } from './pictures.js';

export interface WaitingPicture {
  readonly store_id: number;
  readonly hash: string;
  readonly source: Buffer;
}

/** How long a process may take over one; after that another takes it up. */
const TAKEN_MS = 5 * 60 * 1000;

/** Takes the next one, so that no other process does. */
export const takeWaiting = (db: Database, now: Date): Promise<WaitingPicture | undefined> =>
  db
    .updateTable('waiting_picture')
    .set({ taken_until: new Date(now.getTime() + TAKEN_MS) })
    .where(
      sql<boolean>`(store_id, hash) = (select store_id, hash from waiting_picture
        where taken_until is null or taken_until < ${now} limit 1 for update skip locked)`,
    )
    .returning(['store_id', 'hash', 'source'])
    .executeTakeFirst();

/** Keeps what was made, unless the picture was deleted meanwhile. @param renditions none if nothing could be made */
export const finishWaiting = (
  db: Database,
  { store_id, hash }: WaitingPicture,
  renditions: readonly Rendition[],
): Promise<void> =>
  inTransaction(db, async (trx) => {
    // As whoever deletes a picture does: the picture first, then what belongs to it.
    await trx
      .selectFrom('picture')
      .select('hash')
      .where('store_id', '=', store_id)
      .where('hash', '=', hash)
      .forKeyShare()
      .execute();
    const { numDeletedRows } = await trx
      .deleteFrom('waiting_picture')
      .where('store_id', '=', store_id)
      .where('hash', '=', hash)
      .executeTakeFirstOrThrow();
    if (numDeletedRows > 0n && renditions.length > 0) await addRenditions(trx, store_id, hash, renditions);
  });
