/** Renews whole kinds of pages in the background, a batch at a time; one process at a time for each. */
import { closedState } from '@parlour/core/design';
import { pageKinds } from '@parlour/core/pages';
import { sql } from 'kysely';
import { askRenewal, noteProgress, takeRenewal, type Renewal } from '../records/assignments.js';
import { inTransaction, type Database } from '../records/database.js';
import { runJob, type JobFailed } from '../jobs.js';
import { designById } from '../records/designs.js';
import { openDraft } from '../records/drafts.js';
import { storesDue } from '../records/due-pages.js';
import { countProducts } from '../records/subjects.js';
import { publishedState } from '../records/states.js';
import { renewDue } from './catalogue.js';
import { renewPages } from './renew.js';

/** Asks for the pages of designs that the table knows nothing of: those made before there was a table. */
export async function askMissing(db: Database): Promise<void> {
  const { rows } = await sql<{ id: number }>`select id from design d
    where not exists (select 1 from assignment_renewal r where r.design_id = d.id)`.execute(db);
  for (const { id } of rows)
    for (const side of ['draft', 'live'] as const) for (const kind of pageKinds()) await askRenewal(db, id, side, kind);
}

/** Does what catalogue changes have left to do; mostly nothing, since each does it itself. */
export async function runDuePages(db: Database, now: Date, failed: JobFailed): Promise<void> {
  for (const storeId of await storesDue(db, now))
    await runJob(db, `pages due ${storeId}`, () => renewDue(db, storeId).then(() => true), failed);
}

/** Does every renewal that is due. One that fails is set aside; the others go on. @returns how many */
export async function runRenewals(db: Database, now: Date, failed: JobFailed): Promise<number> {
  const passed = new Set<string>();
  for (let done = 0; ;) {
    const due = await takeRenewal(db, now, [...passed]);
    if (!due) return done;
    passed.add(renewalKey(due));
    if (await runJob(db, `renewal ${renewalKey(due)}`, () => alone(db, due, () => renew(db, due)), failed)) done++;
  }
}

export const renewalKey = ({ designId, side, kind }: Pick<Renewal, 'designId' | 'side' | 'kind'>): string =>
  `${designId} ${side} ${kind}`;

/** Holds a lock of the database while it works, so that two processes do not do the same. False if another has it. */
const alone = (db: Database, due: Renewal, work: () => Promise<void>): Promise<boolean> =>
  inTransaction(db, async (trx) => {
    const { rows } = await sql<{
      got: boolean;
    }>`select pg_try_advisory_xact_lock(7421, hashtext(${renewalKey(due)})) as got`.execute(trx);
    if (!rows[0]?.got) return false;
    await work();
    return true;
  });

async function renew(db: Database, due: Renewal): Promise<void> {
  const design = await designById(db, due.designId);
  const state = due.side === 'draft' ? closedState(await openDraft(db, design)) : await publishedState(db, design);
  // Of the other kinds there are few: all are done at once.
  const total = due.kind === 'product' ? await countProducts(db, design.storeId) : null;
  await renewPages(db, design, due.side, state, due.kind, {
    wanted: due.wanted,
    progress: (pages) => noteProgress(db, due, pages, total ?? pages),
  });
}
