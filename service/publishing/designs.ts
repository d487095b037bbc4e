/** Several designs: copy one, switch which is live, bring in what the live one published meanwhile. */
import { Problem } from '@parlour/core';
import { closeDocument, closedState, freeCode, LIMITS, overlay, type Draft } from '@parlour/core/design';
import type { Document, DocumentKey } from '@parlour/core/documents';
import { renewDesign } from '../assigning/renew.js';
import { inTransaction, type Records } from '../records/database.js';
import {
  addDesign,
  designById,
  findDesign,
  listDesigns,
  lockDesign,
  lockStore,
  setLiveDesign,
  updateDesign,
  type Design,
} from '../records/designs.js';
import { audit } from '../records/audit.js';
import { addRevision, loadState } from '../records/documents.js';
import { changedKeysOf, markChanged, openDraft } from '../records/drafts.js';
import { signal } from '../records/signals.js';
import { buildOn } from './build-on.js';
import { mergedEdits, recordMerge } from './follow.js';
import { mustSpeakAll } from './languages.js';
import {
  changesBetween,
  differingKeys,
  isSameState,
  opened,
  publishedManifest,
  publishedState,
  saveOver,
  type Side,
} from '../records/states.js';

export interface NewCopy {
  readonly name: string;
  readonly code?: string | undefined;
  /** The groundwork it is to build on, if another one. */
  readonly groundwork?: string | undefined;
}

export interface Copied {
  readonly design: Design;
  /** What does not follow another groundwork because it was changed, in sentences. */
  readonly kept: readonly string[];
}

/**
 * A new design: what the other has published as its first revision, and the same draft.
 * @throws Problem `already-there`, `limit-reached`
 */
export const copyDesign = (
  db: Records,
  from: Design,
  authorId: number,
  { name, code, groundwork }: NewCopy,
): Promise<Copied> =>
  inTransaction(db, async (trx) => {
    const liveId = await lockStore(trx, from.storeId);
    const source = await lockDesign(trx, from.id);
    const all = await checkRoom(trx, from.storeId);
    const taken = new Set(all.map((one) => one.code));
    const wanted = code ?? freeCode(name, (one) => taken.has(one) || one === 'live' || one === 'draft');
    if (wanted === 'live' || wanted === 'draft' || (await findDesign(trx, from.storeId, wanted)))
      throw new Problem('already-there', `There is already a design “${wanted}”.`, {
        place: 'code',
        remedy: 'Choose another code, or leave it out.',
      });
    const published = await publishedManifest(trx, source);
    const draft = await openDraft(trx, source);
    const changed = await changedKeysOf(trx, source.id);
    const documents = changed.map((key): [DocumentKey, Document | null] => {
      const document = draft.get(key);
      return [key, document ? closeDocument(document) : null];
    });
    const origin = await saveOver(trx, published, new Map(documents));
    const live = liveId === null ? published : await publishedManifest(trx, await designById(trx, liveId));
    const id = await addDesign(trx, {
      storeId: from.storeId,
      code: wanted,
      name,
      origin,
      groundwork: source.groundwork,
      takenManifest: live,
    });
    await addRevision(trx, id, { number: 1, manifest: published, note: `Copied from “${source.name}”`, authorId });
    const state = await loadState(trx, published);
    const copy = await designById(trx, id);
    const unpublishedKeys = changed.filter((key) => !isSameState(opened(state, key), draft.get(key)));
    await markChanged(trx, id, unpublishedKeys);
    await renewDesign(trx, copy, await loadState(trx, origin), state);
    const kept = groundwork === undefined ? [] : await buildOn(trx, copy, groundwork, authorId);
    await signal(trx, `design ${id}`);
    await audit(trx, {
      storeId: from.storeId,
      accountId: authorId,
      action: 'design.create',
      target: wanted,
      detail: { from: from.code, ...(groundwork === undefined ? {} : { groundwork }) },
    });
    return { design: await designById(trx, id), kept };
  });

/** Shoppers see this design from now on, as it was last published. @throws Problem `nothing-to-publish`, `no-such-thing`, `bad-path` */
export const goLive = (db: Records, design: Design, authorId: number, note: string): Promise<void> =>
  inTransaction(db, async (trx) => {
    const before = await lockStore(trx, design.storeId);
    if (before === design.id)
      throw new Problem('nothing-to-publish', `“${design.name}” is already live.`, {
        place: 'design',
        remedy: 'Name another design.',
      });
    // It may have been archived since it was looked up.
    const locked = await lockDesign(trx, design.id);
    if (locked.archivedAt)
      throw new Problem('no-such-thing', `The design “${design.name}” is archived.`, {
        place: 'design',
        remedy: 'Restore it first.',
      });
    await mustSpeakAll(trx, locked);
    await setLiveDesign(trx, design.storeId, design.id, authorId, note);
    await signal(trx, `design ${design.id}`);
    const was = before === null ? null : await designById(trx, before);
    if (was) await signal(trx, `design ${was.id}`);
    await audit(trx, {
      storeId: design.storeId,
      accountId: authorId,
      action: 'design.live',
      target: design.code,
      detail: { before: was?.code ?? null },
    });
  });

/** Puts a design away. @throws Problem `still-used` for the one shoppers see */
export const archiveDesign = (db: Records, design: Design, authorId: number): Promise<void> =>
  inTransaction(db, async (trx) => {
    if ((await lockStore(trx, design.storeId)) === design.id)
      throw new Problem('still-used', `“${design.name}” is live.`, {
        place: 'design',
        remedy: 'Make another design live first.',
      });
    await updateDesign(trx, design.id, { archivedAt: new Date() });
    await audit(trx, {
      storeId: design.storeId,
      accountId: authorId,
      action: 'design.archive',
      target: design.code,
    });
  });

/**
 * Restores an archived design. Its list of pages is worked out anew, since changes of the catalogue pass archived ones
 * by.
 * @throws Problem `no-such-thing`, `limit-reached`
 */
export const restoreDesign = (db: Records, storeId: number, code: string, authorId: number): Promise<Design> =>
  inTransaction(db, async (trx) => {
    await lockStore(trx, storeId);
    const found = await findDesign(trx, storeId, code);
    if (!found?.archivedAt)
      throw new Problem('no-such-thing', `There is no archived design “${code}”.`, {
        place: 'design',
        remedy: 'List the archived designs to see which there are.',
      });
    await checkRoom(trx, storeId);
    await updateDesign(trx, found.id, { archivedAt: null });
    const design = await lockDesign(trx, found.id);
    await renewDesign(trx, design, closedState(await openDraft(trx, design)), await publishedState(trx, design));
    await audit(trx, { storeId, accountId: authorId, action: 'design.restore', target: code });
    return design;
  });

/** @throws Problem `limit-reached` if a store can have no further design */
async function checkRoom(trx: Records, storeId: number): Promise<Design[]> {
  const all = await listDesigns(trx, storeId);
  if (all.length < LIMITS.designsPerStore) return all;
  throw new Problem('limit-reached', `A store holds at most ${LIMITS.designsPerStore} designs.`, {
    remedy: 'Archive one that is not used.',
  });
}

export interface UpdatedFromLive {
  readonly sentences: readonly string[];
  readonly conflicts: readonly string[];
}

/** Takes what the live design published since into a draft, value by value. What the draft changed itself stays. */
export const updateFromLive = (
  db: Records,
  { id: designId, storeId }: Pick<Design, 'id' | 'storeId'>,
  authorId: number,
): Promise<UpdatedFromLive> =>
  inTransaction(db, async (trx) => {
    const liveId = await lockStore(trx, storeId);
    const design = await lockDesign(trx, designId);
    if (liveId === null || liveId === designId || design.takenManifest === null)
      throw new Problem(
        'nothing-to-publish',
        'There is nothing to update: this is the live design itself, or was not made from it.',
        {
          place: 'design',
          remedy: 'Name a design that was copied from the live one.',
        },
      );
    const live = await publishedManifest(trx, await designById(trx, liveId));
    const changed = await differingKeys(trx, design.takenManifest, live);
    const [before, after] = await Promise.all([loadState(trx, design.takenManifest), loadState(trx, live)]);
    const draft = await openDraft(trx, design);
    const { edits, conflicts } = await mergedEdits(
      trx,
      design,
      draft,
      changed,
      (key) => opened(before, key),
      (key) => opened(after, key),
    );
    const told = conflicts.map(({ sentence }) => sentence);
    await updateDesign(trx, designId, { takenManifest: live });
    if (edits.length === 0) return { sentences: [], conflicts: told };
    const result = await recordMerge(trx, design, draft, edits, authorId, 'Updated from the live design.');
    const touched = [...result.documents.keys()];
    const changes = await changesBetween(trx, design, sideOf(draft), sideOf(overlay(draft, result.documents)), touched);
    await signal(trx, `design ${designId}`);
    return { sentences: changes.map(({ sentence }) => sentence), conflicts: told };
  });

const sideOf = (draft: Draft): Side => ({ label: '', get: (key) => draft.get(key), keys: () => draft.keys() });
