/** The log of a design: units of edits in the order the server took them, and what was published and merged between. */
import { sql } from 'kysely';
import type { Edit } from '@parlour/core/design';
import type { Records } from './database.js';

/**
 * What a log entry is: something done, undone, or redone, a publish, or
 * edits that the draft took over from elsewhere.
 */
export type UnitType = 'do' | 'undo' | 'redo' | 'publish' | 'merge';

/** A unit in the log of a design, in sentences. */
export interface LoggedUnit {
  readonly seq: number;
  readonly unit: string;
  readonly sentences: readonly string[];
  readonly type: UnitType;
}

const unitQuery = (db: Records, designId: number) =>
  db.selectFrom('draft_unit').select(['seq', 'unit', 'sentences', 'type']).where('design_id', '=', designId);

const latestStanding = (
  db: Records,
  designId: number,
  authorId: number,
  types: UnitType[],
): Promise<LoggedUnit | undefined> =>
  unitQuery(db, designId)
    .where('author_id', '=', authorId)
    .where('undone', '=', false)
    .where('type', 'in', types)
    .orderBy('seq', 'desc')
    .limit(1)
    .executeTakeFirst();

/** A unit that was done already, by the id its sender gave it. */
export const findUnit = (db: Records, designId: number, unit: string): Promise<LoggedUnit | undefined> =>
  unitQuery(db, designId).where('unit', '=', unit).executeTakeFirst();

/** The latest thing a person did, or did again, that stands. */
export const lastUndoable = (db: Records, designId: number, authorId: number): Promise<LoggedUnit | undefined> =>
  latestStanding(db, designId, authorId, ['do', 'redo']);

/** The latest undo of a person, unless that person did something new since. */
export async function lastRedoable(db: Records, designId: number, authorId: number): Promise<LoggedUnit | undefined> {
  const last = await latestStanding(db, designId, authorId, ['do', 'undo']);
  return last?.type === 'undo' ? last : undefined;
}

/** The exact edits of a unit, in order. */
export async function editsOf(db: Records, designId: number, seq: number): Promise<Edit[]> {
  const rows = await db
    .selectFrom('draft_edit')
    .select('edit')
    .where('design_id', '=', designId)
    .where('seq', '=', seq)
    .orderBy('position')
    .execute();
  return rows.map((row) => row.edit);
}

/** Edits after a sequence number, unit by unit. @param limit how many edits at most; the last unit is always whole */
export async function editsAfter(db: Records, designId: number, seq: number): Promise<Map<number, Edit[]>> {
  const rows = await db
    .selectFrom('draft_edit')
    .select(['seq', 'edit'])
    .where('design_id', '=', designId)
    .where('seq', '>', seq)
    .orderBy('seq')
    .orderBy('position')
    .execute();
  const units = new Map<number, Edit[]>();
  for (const row of rows) {
    const there = units.get(row.seq);
    if (there) there.push(row.edit);
    else units.set(row.seq, [row.edit]);
  }
  return units;
}

/** Notes that a unit was undone, or redone, so that it is not taken again. */
export async function markUndone(trx: Records, designId: number, seq: number): Promise<void> {
  await trx
    .updateTable('draft_unit')
    .set({ undone: true })
    .where('design_id', '=', designId)
    .where('seq', '=', seq)
    .execute();
}

/** A line of the log as people read it. */
export interface LogEntry extends LoggedUnit {
  readonly authorId: number | null;
  readonly author: string;
  readonly at: Date;
  /** The documents it touched. */
  readonly documents: readonly string[];
}

/** An entry with what it did, so far as that is not too much to be sent to everybody. */
export interface LogEvent extends LogEntry {
  readonly edits: readonly Edit[] | null;
}

/** Larger units are told without their edits, in bytes of JSON. */
const MOST_SENT = 64 * 1024;

/** What happened to a design after a sequence number, in order. */
export const logAfter = (db: Records, designId: number, seq: number, limit: number): Promise<LogEntry[]> =>
  logQuery(db, designId, seq, limit).execute();

/** The same with the exact edits of each entry; null where they are more than everybody should be sent. */
export const eventsAfter = (db: Records, designId: number, seq: number, limit: number): Promise<LogEvent[]> =>
  logQuery(db, designId, seq, limit)
    .select(
      sql<Edit[] | null>`(select case when coalesce(sum(length(e.edit::text)), 0) <= ${MOST_SENT}
        then coalesce(jsonb_agg(e.edit order by e.position), '[]') end from draft_edit e
        where e.design_id = u.design_id and e.seq = u.seq)`.as('edits'),
    )
    .execute();

const logQuery = (db: Records, designId: number, seq: number, limit: number) =>
  db
    .selectFrom('draft_unit as u')
    .leftJoin('account', 'account.id', 'u.author_id')
    .select((eb) => [
      'u.seq',
      'u.unit',
      'u.sentences',
      'u.type',
      'u.author_id as authorId',
      'u.at',
      eb.fn.coalesce('account.name', eb.val('Parlour')).as('author'),
      sql<string[]>`coalesce((select array_agg(distinct e.document) from draft_edit e
        where e.design_id = u.design_id and e.seq = u.seq), '{}')`.as('documents'),
    ])
    .where('u.design_id', '=', designId)
    .where('u.seq', '>', seq)
    .orderBy('u.seq')
    .limit(limit);
