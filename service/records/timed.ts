/** Timed changes as they are kept. */
import { sql, type Insertable } from 'kysely';
import { isNotSetAside } from './failed-jobs.js';
import { Problem } from '@parlour/core';
import { json, type Records } from './database.js';
import type { Tables } from './tables.js';

export type TimedState = Tables['timed_change']['state'];

export interface TimedChange {
  readonly id: number;
  readonly designId: number;
  readonly name: string;
  readonly author: string;
  /** Manifests: the revision the changes were made on, and that with the changes. */
  readonly base: string;
  readonly changed: string;
  readonly sentences: readonly string[];
  readonly from: Date;
  readonly until: Date | null;
  readonly state: TimedState;
  readonly report: readonly string[];
  readonly startedRevision: number | null;
}

const query = (db: Records) =>
  db
    .selectFrom('timed_change')
    .innerJoin('account', 'account.id', 'timed_change.account_id')
    .select([
      'timed_change.id',
      'design_id as designId',
      'timed_change.name',
      'account.name as author',
      'base',
      'changed',
      'sentences',
      'live_from as from',
      'live_until as until',
      'state',
      'report',
      'started_revision as startedRevision',
    ]);

/** Those of a design, newest first. */
export const listTimedChanges = (db: Records, designId: number): Promise<TimedChange[]> =>
  query(db).where('design_id', '=', designId).orderBy('timed_change.id', 'desc').limit(200).execute();

/** @throws Problem `no-such-thing` */
export async function findTimedChange(db: Records, designId: number, id: number): Promise<TimedChange> {
  const found = await query(db).where('design_id', '=', designId).where('timed_change.id', '=', id).executeTakeFirst();
  if (found) return found;
  throw new Problem('no-such-thing', `This design has no timed change ${id}.`, {
    place: 'timed',
    remedy: 'List the timed changes to see which there are.',
  });
}

/** A new one that waits. @returns its id */
export async function insertTimedChange(
  trx: Records,
  values: Pick<
    Insertable<Tables['timed_change']>,
    'design_id' | 'name' | 'account_id' | 'base' | 'changed' | 'sentences' | 'live_from' | 'live_until'
  >,
): Promise<number> {
  const { id } = await trx
    .insertInto('timed_change')
    .values({ ...values, state: 'waiting', started_revision: null, ended_revision: null })
    .returning('id')
    .executeTakeFirstOrThrow();
  return id;
}

/** Reads one and keeps others from changing it until the transaction ends. */
export const lockTimedChange = (trx: Records, id: number): Promise<TimedChange> =>
  query(trx).where('timed_change.id', '=', id).forUpdate('timed_change').executeTakeFirstOrThrow();

/** The one that is due first, if any; one that failed waits for its next try. */
export const dueTimedChange = (db: Records, now: Date): Promise<{ id: number; designId: number } | undefined> =>
  db
    .selectFrom('timed_change')
    .select(['id', 'design_id as designId'])
    .where((eb) =>
      eb.or([
        eb.and([eb('state', '=', 'waiting'), eb('live_from', '<=', now)]),
        eb.and([eb('state', '=', 'live'), eb('live_until', '<=', now)]),
      ]),
    )
    .where(isNotSetAside(sql`'timed ' || id`, now))
    .orderBy('id')
    .limit(1)
    .executeTakeFirst();

/** Changes the state of a timed change. */
export async function updateTimedChange(
  trx: Records,
  id: number,
  changes: {
    readonly state?: TimedState;
    readonly report?: readonly string[];
    readonly startedRevision?: number;
    readonly endedRevision?: number;
  },
): Promise<void> {
  const { state, report, startedRevision, endedRevision } = changes;
  await trx
    .updateTable('timed_change')
    .set({
      ...(state === undefined ? {} : { state }),
      ...(report === undefined ? {} : { report: json(report) }),
      ...(startedRevision === undefined ? {} : { started_revision: startedRevision }),
      ...(endedRevision === undefined ? {} : { ended_revision: endedRevision }),
    })
    .where('id', '=', id)
    .execute();
}
