/**
 * Timed changes: chosen changes taken out of the draft, frozen, put live at a time and taken back at a time. Both are
 * merged value by value with what was published meanwhile. Each happens once, whichever process is up.
 */
import {
  closeDocument,
  instantOf,
  inZone,
  mergeDocument,
  overlay,
  Problem,
  SHIPPED_KINDS,
  withChosen,
  type Conflict,
  type Document,
  type DocumentKey,
  type Draft,
  type DraftDocument,
} from '@parlour/core';
import { sql } from 'kysely';
import { json, type Database, type Records } from '../records/database.js';
import { lockDesign, type Design } from '../records/designs.js';
import { loadManifest, loadState, saveDocuments, saveManifest } from '../records/documents.js';
import { changedKeysOf, markPublished, openDraft, recordUnit } from '../records/drafts.js';
import { signal } from '../records/signals.js';
import {
  dueTimedChange,
  findTimedChange,
  lockTimedChange,
  updateTimedChange,
  type TimedChange,
} from '../records/timed.js';
import { newId } from './drafting.js';
import { followLive, mergedEdits, putLive, recordMerge, sentencesBetween } from './publish.js';
import { differingKeys, isSameState, opened, publishedManifest, withDocuments } from './states.js';

export interface NewTimedChange {
  readonly name: string;
  readonly changes: readonly string[];
  readonly starts: string;
  readonly ends?: string;
}

/**
 * Freezes chosen changes and takes them out of the draft.
 * @throws Problem `past-time`, `skipped-hour`, `bad-value`, `no-such-change`
 */
export async function addTimedChange(
  db: Database,
  designId: number,
  authorId: number,
  timeZone: string,
  { name, changes, starts, ends }: NewTimedChange,
  now: Date,
): Promise<TimedChange> {
  const startsAt = ahead(starts, timeZone, 'starts', now);
  const endsAt = ends === undefined ? null : ahead(ends, timeZone, 'ends', now);
  if (endsAt && endsAt <= startsAt)
    throw new Problem('bad-value', 'It would be taken back before it goes live.', {
      place: 'ends',
      remedy: 'Choose a later end.',
    });
  const id = await db.transaction().execute(async (trx) => {
    const design = await lockDesign(trx, designId);
    const base = await publishedManifest(trx, design);
    const live = await loadState(trx, base);
    const draft = await openDraft(trx, design);
    const keys = await changedKeysOf(trx, designId);
    const chosen = new Set(changes);
    const frozen = new Map<DocumentKey, DraftDocument | undefined>();
    for (const key of keys) {
      const wanted = withChosen(key, opened(live, key), draft.get(key), chosen);
      if (!isSameState(opened(live, key), wanted)) frozen.set(key, wanted);
    }
    if (frozen.size === 0)
      throw new Problem('no-such-change', 'None of these changes is unpublished.', {
        place: 'changes',
        remedy: 'List the changes again; they may have been published or taken back meanwhile.',
      });
    const changed = await freeze(trx, base, frozen);
    const state = await loadState(trx, changed);
    const touched = [...frozen.keys()];
    const sentences = sentencesBetween(live, state, touched);
    const { id } = await trx
      .insertInto('timed_change')
      .values({
        design_id: designId,
        name,
        account_id: authorId,
        base,
        changed,
        sentences: json(sentences),
        starts_at: startsAt,
        ends_at: endsAt,
        state: 'waiting',
        started_revision: null,
        ended_revision: null,
      })
      .returning('id')
      .executeTakeFirstOrThrow();
    // Out of the draft, so that publishing something else does not bring them early.
    const { edits } = mergedEdits(
      draft,
      touched,
      (key) => opened(state, key),
      (key) => opened(live, key),
    );
    const sentence = `Set “${name}” for ${inZone(startsAt.toISOString(), timeZone)}.`;
    const { documents } = await recordMerge(trx, design, draft, edits, authorId, sentence);
    const rest = overlay(draft, documents);
    await markPublished(
      trx,
      designId,
      touched.filter((key) => isSameState(opened(live, key), rest.get(key))),
    );
    return id;
  });
  await signal(db, designId);
  return findTimedChange(db, designId, id);
}

function ahead(text: string, zone: string, place: string, now: Date): Date {
  const instant = new Date(instantOf(text, zone, place).instant);
  if (instant > now) return instant;
  throw new Problem('past-time', `${inZone(instant.toISOString(), zone)} has passed.`, {
    place,
    remedy: 'Choose a time ahead, or publish the changes now.',
  });
}

async function freeze(
  trx: Records,
  base: string,
  frozen: ReadonlyMap<DocumentKey, DraftDocument | undefined>,
): Promise<string> {
  const there = [...frozen].flatMap(([key, document]): [DocumentKey, Document][] =>
    document ? [[key, closeDocument(document)]] : [],
  );
  const hashes = await saveDocuments(
    trx,
    there.map(([, document]) => document),
  );
  const written = new Map<DocumentKey, string | null>([...frozen.keys()].map((key) => [key, null]));
  there.forEach(([key], i) => written.set(key, hashes[i] as string));
  return saveManifest(trx, withDocuments(await loadManifest(trx, base), written));
}

/** Puts live, or takes back, every timed change that is due. @returns how many */
export async function runTimedChanges(db: Database, now: Date): Promise<number> {
  let done = 0;
  for (;;) {
    const due = await dueTimedChange(db, now);
    if (!due) return done;
    if (await turn(db, due.id, due.designId, now)) done++;
    await signal(db, due.designId);
  }
}

/** One step of one timed change, if it is still due once the locks are held. */
const turn = (db: Database, id: number, designId: number, now: Date): Promise<boolean> =>
  db.transaction().execute(async (trx) => {
    const design = await lockDesign(trx, designId);
    const timed = await lockTimedChange(trx, id);
    const starts = timed.state === 'waiting' && timed.startsAt <= now;
    const ends = timed.state === 'live' && timed.endsAt !== null && timed.endsAt <= now;
    if (!starts && !ends) return false;
    // Slept through from beginning to end: shoppers would see it for no time at all.
    if (starts && timed.endsAt && timed.endsAt <= now) {
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

const takeOff = (trx: Records, design: Design, timed: TimedChange): Promise<void> =>
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
  const next = new Map<DocumentKey, DraftDocument | undefined>();
  const conflicts: Conflict[] = [];
  for (const key of keys) {
    const merged = mergeDocument(key, opened(before, key), opened(wanted, key), opened(live, key), SHIPPED_KINDS);
    conflicts.push(...merged.conflicts);
    if (!isSameState(opened(live, key), merged.document)) next.set(key, merged.document);
  }
  const draft = await openDraft(trx, design);
  if (conflicts.length) {
    await report(
      trx,
      design,
      draft,
      timed,
      conflicts.map(({ sentence }) => sentence),
    );
    return;
  }
  if (next.size === 0) {
    await updateTimedChange(trx, timed.id, after(design.liveRevision));
    return;
  }
  // So that a refusal leaves the transaction able to report it.
  await sql`savepoint step`.execute(trx);
  try {
    const revision = await putLive(trx, design, next, { note, authorId: null });
    const now = await loadState(trx, revision.manifest);
    await followLive(trx, design, draft, live, now, [...next.keys()], null, `${note}, as revision ${revision.number}.`);
    await updateTimedChange(trx, timed.id, after(revision.number));
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    await sql`rollback to savepoint step`.execute(trx);
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
    { unit: newId(), authorId: null, type: 'publish' },
    { edits: [], documents: new Map(), sentences: [sentence, ...why] },
  );
}

/** Gives waiting changes back to the draft, or takes live ones back now. @throws Problem `merge-conflict` */
export async function cancelTimedChange(
  db: Database,
  designId: number,
  id: number,
  authorId: number,
): Promise<TimedChange> {
  await db.transaction().execute(async (trx) => {
    const design = await lockDesign(trx, designId);
    await findTimedChange(trx, designId, id);
    const timed = await lockTimedChange(trx, id);
    if (timed.state === 'live') {
      await takeOff(trx, design, timed);
      return;
    }
    if (timed.state !== 'waiting' && timed.state !== 'conflict')
      throw new Problem('nothing-to-undo', `“${timed.name}” is over.`, {
        place: 'timed',
        remedy: 'Bring back a revision instead.',
      });
    if (timed.startedRevision === null) {
      const [base, changed] = await Promise.all([loadState(trx, timed.base), loadState(trx, timed.changed)]);
      const draft = await openDraft(trx, design);
      const keys = await differingKeys(trx, timed.base, timed.changed);
      const { edits } = mergedEdits(
        draft,
        keys,
        (key) => opened(base, key),
        (key) => opened(changed, key),
      );
      await recordMerge(trx, design, draft, edits, authorId, `Gave “${timed.name}” back to the draft.`);
    }
    await updateTimedChange(trx, id, { state: 'cancelled' });
  });
  await signal(db, designId);
  return findTimedChange(db, designId, id);
}
