/**
 * Timed changes when their time has come: put live, taken back, or reported to the team. Both are merged value by
 * value with what was published meanwhile, and each happens once, whichever process is up.
 */
import { Problem } from '@parlour/core';
import { mergeDocument, type Conflict, type Draft, type DraftDocument } from '@parlour/core/design';
import type { DocumentKey } from '@parlour/core/documents';
import { inSavepoint, inTransaction, type Database, type Records } from '../records/database.js';
import { runJob, type JobFailed } from '../jobs.js';
import { lockDesign, type Design } from '../records/designs.js';
import { loadState } from '../records/documents.js';
import { openDraft, recordUnit } from '../records/drafts.js';
import { signal } from '../records/signals.js';
import { dueTimedChange, lockTimedChange, updateTimedChange, type TimedChange } from '../records/timed.js';
import { newUnit } from './drafting.js';
import { followLive } from './follow.js';
import { withRedirects } from './moved.js';
import { brokenInWords } from './broken.js';
import { putLive } from './publish.js';
import { differingKeys, isSameState, opened, publishedManifest, tellingBetween } from '../records/states.js';

/** Puts live, or takes back, every timed change that is due. @returns how many */
export async function runTimedChanges(db: Database, now: Date, failed: JobFailed): Promise<number> {
  let done = 0;
  for (;;) {
    const due = await dueTimedChange(db, now);
    if (!due) return done;
    if (await runJob(db, `timed ${due.id}`, () => turn(db, due.id, due.designId, now), failed)) done++;
  }
}

/** One step of one timed change, if it is still due once the locks are held. */
const turn = (db: Database, id: number, designId: number, now: Date): Promise<boolean> =>
  inTransaction(db, async (trx) => {
    const design = await lockDesign(trx, designId);
    const timed = await lockTimedChange(trx, id);
    const starts = timed.state === 'waiting' && timed.from <= now;
    const ends = timed.state === 'live' && timed.until !== null && timed.until <= now;
    if (!starts && !ends) return false;
    await signal(trx, `design ${designId}`);
    // Slept through from beginning to end: shoppers would see it for no time at all.
    if (starts && timed.until && timed.until <= now) {
      await updateTimedChange(trx, id, {
        state: 'over',
        report: ['Parlour was not running in all that time, so it never went live.'],
      });
      return true;
    }
    await (starts ? putOn(trx, design, timed) : takeOff(trx, design, timed));
    return true;
  });

const putOn = (trx: Records, design: Design, timed: TimedChange): Promise<void> =>
  step(trx, design, timed, timed.base, timed.changed, `“${timed.name}” went live`, (revision) => ({
    state: 'live',
    startedRevision: revision,
  }));

/** Takes live changes back, by the inverse of what put them live. */
export const takeOff = (trx: Records, design: Design, timed: TimedChange): Promise<void> =>
  step(trx, design, timed, timed.changed, timed.base, `“${timed.name}” was taken back`, (revision) => ({
    state: 'over',
    endedRevision: revision,
  }));

async function step(
  trx: Records,
  design: Design,
  timed: TimedChange,
  from: string,
  to: string,
  note: string,
  after: (revision: number) => Parameters<typeof updateTimedChange>[2],
): Promise<void> {
  const [before, wanted, live] = await Promise.all([
    loadState(trx, from),
    loadState(trx, to),
    publishedManifest(trx, design).then((manifest) => loadState(trx, manifest)),
  ]);
  const keys = await differingKeys(trx, from, to);
  const was = (key: DocumentKey) => opened(before, key);
  const meant = (key: DocumentKey) => opened(wanted, key);
  const telling = await tellingBetween(trx, design, keys, was, meant);
  const chosen = new Map<DocumentKey, DraftDocument | undefined>();
  const conflicts: Conflict[] = [];
  for (const key of keys) {
    const own = opened(live, key);
    const merged = mergeDocument(key, was(key), meant(key), own, design.kinds, telling);
    conflicts.push(...merged.conflicts);
    if (!isSameState(own, merged.document)) chosen.set(key, merged.document);
  }
  const draft = await openDraft(trx, design);
  if (conflicts.length) {
    const sentences = conflicts.map(({ sentence }) => sentence);
    await report(trx, design, draft, timed, sentences);
    return;
  }
  if (chosen.size === 0) {
    await updateTimedChange(trx, timed.id, after(design.liveRevision));
    return;
  }
  // What is taken back again leads nobody elsewhere.
  const { next } = timed.until ? { next: chosen } : withRedirects(live, chosen);
  try {
    await inSavepoint(trx, async () => {
      const revision = await putLive(trx, design, next, { note, authorId: null });
      const now = await loadState(trx, revision.manifest);
      const sentence = [`${note}, as revision ${revision.number}.`, ...brokenInWords(live, next, design)].join(' ');
      await followLive(trx, design, draft, live, now, [...next.keys()], null, sentence);
      await updateTimedChange(trx, timed.id, after(revision.number));
    });
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    await report(trx, design, draft, timed, [[error.message, error.remedy].filter(Boolean).join(' ')]);
  }
}

/** Nothing is guessed: shoppers go on seeing what they saw, and the team reads why. */
async function report(
  trx: Records,
  design: Design,
  draft: Draft,
  timed: TimedChange,
  why: readonly string[],
): Promise<void> {
  const sentence = `“${timed.name}” could not be ${timed.state === 'waiting' ? 'put live' : 'taken back'}.`;
  await updateTimedChange(trx, timed.id, { state: 'conflict', report: [sentence, ...why] });
  await recordUnit(
    trx,
    design,
    draft,
    { unit: newUnit(), authorId: null, type: 'publish' },
    { edits: [], documents: new Map(), sentences: [sentence, ...why] },
  );
}
