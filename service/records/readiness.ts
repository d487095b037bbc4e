/** Whether the database can be read and written. */
import { sql } from 'kysely';
import { isDiskFull } from './database-faults.js';
import type { Database } from './database.js';

/** More than the room that is left in a page of a table, so that the disk is asked for more. */
const PROBE_BYTES = 64 * 1024;

/** Why the service cannot do its work, as a sentence; null if it can. */
export async function whyNotReady(db: Database): Promise<string | null> {
  try {
    await sql`with gone as (delete from room_probe)
      insert into room_probe (bytes) select decode(repeat(md5(random()::text), ${PROBE_BYTES / 16}), 'hex')`.execute(
      db,
    );
    return null;
  } catch (error) {
    return isDiskFull(error)
      ? 'The database has no room left on its disk.'
      : 'The database cannot be reached, or takes no changes.';
  }
}
