/**
 * Timed changes: chosen changes taken out of the draft and frozen, or given back to it. `timed-turn.ts` puts them live
 * and takes them back.
 */
import { Problem } from '@parlour/core';
import { closeDocument, overlay } from '@parlour/core/design';
import { instantOf, inZone } from '@parlour/core/time';
import { inTransaction, json, type Records } from '../records/database.js';
import { lockDesign } from '../records/designs.js';
import { loadState } from '../records/documents.js';
import { changedKeysOf, markPublished, openDraft } from '../records/drafts.js';
import { signal } from '../records/signals.js';
import {
  findTimedChange,
  insertTimedChange,
  lockTimedChange,
  updateTimedChange,
  type TimedChange,
} from '../records/timed.js';
import { refuseBroken } from './broken.js';
import { chosenDocuments } from './chosen.js';
import { mergedEdits, recordMerge } from './follow.js';
import {
  differingKeys,
  isSameState,
  opened,
  publishedManifest,
  saveOver,
  sentencesBetween,
} from '../records/states.js';
import { takeOff } from './timed-turn.js';

export interface NewTimedChange {
  readonly name: string;
  readonly changes: readonly string[];
  readonly from: string;
  readonly until?: string;
}

/**
 * Freezes chosen changes and takes them out of the draft.
 * @throws Problem `past-time`, `skipped-hour`, `bad-value`, `no-such-change`
 */
export async function addTimedChange(
  db: Records,
  designId: number,
  authorId: number,
  timeZone: string,
  { name, changes, from: wantedFrom, until: wantedUntil }: NewTimedChange,
  now: Date,
): Promise<TimedChange> {
  const from = ahead(wantedFrom, timeZone, 'from', now);
  const until = wantedUntil === undefined ? null : ahead(wantedUntil, timeZone, 'until', now);
  if (until && until <= from)
    throw new Problem('bad-value', 'It would be taken back before it goes live.', {
      place: 'until',
      remedy: 'Choose a later end.',
    });
  return inTransaction(db, async (trx) => {
    const design = await lockDesign(trx, designId);
    const base = await publishedManifest(trx, design);
    const live = await loadState(trx, base);
    const draft = await openDraft(trx, design);
    const keys = await changedKeysOf(trx, designId);
    const frozen = chosenDocuments(design, draft, live, keys, changes);
    refuseBroken(live, frozen, design);
    const closed = [...frozen].map(([key, document]) => [key, document ? closeDocument(document) : null] as const);
    const changed = await saveOver(trx, base, new Map(closed));
    const state = await loadState(trx, changed);
    const touched = [...frozen.keys()];
    const sentences = await sentencesBetween(trx, design, live, state, touched);
    const id = await insertTimedChange(trx, {
      design_id: designId,
      name,
      account_id: authorId,
      base,
      changed,
      sentences: json(sentences),
      live_from: from,
      live_until: until,
    });
    // Out of the draft, so that publishing something else does not bring them early.
    const { edits } = await mergedEdits(
      trx,
      design,
      draft,
      touched,
      (key) => opened(state, key),
      (key) => opened(live, key),
    );
    const sentence = `Set “${name}” for ${inZone(from.toISOString(), timeZone)}.`;
    const { documents } = await recordMerge(trx, design, draft, edits, authorId, sentence);
    const rest = overlay(draft, documents);
    await markPublished(
      trx,
      designId,
      touched.filter((key) => isSameState(opened(live, key), rest.get(key))),
    );
    await signal(trx, `design ${designId}`);
    return findTimedChange(trx, designId, id);
  });
}

function ahead(text: string, zone: string, place: string, now: Date): Date {
  const instant = new Date(instantOf(text, zone, place).instant);
  if (instant > now) return instant;
  throw new Problem('past-time', `${inZone(instant.toISOString(), zone)} has passed.`, {
    place,
    remedy: 'Choose a later time, or publish the changes now.',
  });
}

/** Puts waiting changes back into the draft, or takes live ones back now. @throws Problem `merge-conflict` */
export const cancelTimedChange = (db: Records, designId: number, id: number, authorId: number): Promise<TimedChange> =>
  inTransaction(db, async (trx) => {
    const design = await lockDesign(trx, designId);
    await findTimedChange(trx, designId, id);
    const timed = await lockTimedChange(trx, id);
    await signal(trx, `design ${designId}`);
    if (timed.state === 'live') {
      await takeOff(trx, design, timed);
      return findTimedChange(trx, designId, id);
    }
    if (timed.state !== 'waiting' && timed.state !== 'conflict')
      throw new Problem('nothing-to-undo', `“${timed.name}” is over.`, {
        place: 'timed',
        remedy: 'Revert to a revision instead.',
      });
    if (timed.startedRevision === null) {
      const [base, changed] = await Promise.all([loadState(trx, timed.base), loadState(trx, timed.changed)]);
      const draft = await openDraft(trx, design);
      const keys = await differingKeys(trx, timed.base, timed.changed);
      const { edits } = await mergedEdits(
        trx,
        design,
        draft,
        keys,
        (key) => opened(base, key),
        (key) => opened(changed, key),
      );
      await recordMerge(trx, design, draft, edits, authorId, `Put “${timed.name}” back into the draft.`);
    }
    await updateTimedChange(trx, id, { state: 'cancelled' });
    return findTimedChange(trx, designId, id);
  });
