/** Work on a draft: edits in units, undo and redo per person, and what is not published yet. */
import { randomBytes } from 'node:crypto';
import {
  applyRequests,
  applyUnit,
  closeDocument,
  compareDocuments,
  invertEdit,
  Problem,
  SHIPPED_KINDS,
  type Change,
  type Document,
  type DocumentKey,
  type Draft,
  type Edit,
  type EditRequest,
  type UnitResult,
} from '@parlour/core';
import type { Database, Records } from '../records/database.js';
import { findRevision, loadState } from '../records/documents.js';
import {
  editsOf,
  findUnit,
  lastRedoable,
  lastUndoable,
  lockDesign,
  markUndone,
  openDraft,
  recordUnit,
  type Design,
  type NewUnit,
  type OpenDraft,
} from '../records/drafts.js';
import { checkReferences } from './references.js';

export interface DoneUnit {
  readonly seq: number;
  readonly edits: readonly Edit[];
  readonly sentences: readonly string[];
}

/** A section id that no one else will draw: 50 random bits in letters and digits. */
export const newId = (): string =>
  [...randomBytes(10)].map((byte) => 'abcdefghijkmnpqrstuvwxyz23456789'[byte & 31]).join('');

/** Does a unit, all or none. A unit that was done already is answered as it was. @throws Problem if an edit is refused */
export const doUnit = (
  db: Database,
  design: Design,
  author: number,
  unit: string,
  requests: readonly EditRequest[],
): Promise<DoneUnit> =>
  inDraft(db, design, { unit, authorId: author, type: 'do' }, async (draft, trx) => {
    const result = applyRequests(requests, draft, { kinds: SHIPPED_KINDS, newId });
    await checkReferences(trx, design.storeId, draft, result);
    return result;
  });

/** Takes back the author's latest unit. @throws Problem `nothing-to-undo`; `stale-edit` if somebody built on it */
export const undo = (db: Database, design: Design, author: number, unit: string): Promise<DoneUnit> =>
  inDraft(db, design, { unit, authorId: author, type: 'undo' }, (draft, trx) =>
    takeBack(trx, design, draft, lastUndoable(trx, design.id, author), 'There is nothing of yours to undo.'),
  );

/** Does again what the author undid last. */
export const redo = (db: Database, design: Design, author: number, unit: string): Promise<DoneUnit> =>
  inDraft(db, design, { unit, authorId: author, type: 'redo' }, (draft, trx) =>
    takeBack(trx, design, draft, lastRedoable(trx, design.id, author), 'There is nothing to do again.'),
  );

async function takeBack(
  trx: Records,
  design: Design,
  draft: Draft,
  wanted: ReturnType<typeof lastUndoable>,
  none: string,
): Promise<UnitResult> {
  const last = await wanted;
  if (!last)
    throw new Problem('nothing-to-undo', none, {
      remedy: 'Only your own edits since the design was made can be taken back here.',
    });
  const inverse = (await editsOf(trx, design.id, last.seq)).reverse().map(invertEdit);
  const result = applyUnit(inverse, draft, SHIPPED_KINDS);
  await markUndone(trx, design.id, last.seq);
  return result;
}

async function inDraft(
  db: Database,
  { id }: Design,
  unit: NewUnit,
  work: (draft: OpenDraft, trx: Records) => Promise<UnitResult>,
): Promise<DoneUnit> {
  return db.transaction().execute(async (trx) => {
    const design = await lockDesign(trx, id);
    const before = await findUnit(trx, id, unit.unit);
    if (before) return { seq: before.seq, sentences: before.sentences, edits: await editsOf(trx, id, before.seq) };
    const draft = await openDraft(trx, design);
    const result = await work(draft, trx);
    const seq = await recordUnit(trx, design, draft, unit, result);
    return { seq, edits: result.edits, sentences: result.sentences };
  });
}

/** Records exact edits in a transaction that holds the design's lock already. */
export async function recordExact(
  trx: Records,
  design: Design,
  draft: OpenDraft,
  author: number,
  edits: readonly Edit[],
): Promise<UnitResult> {
  const result = applyUnit(edits, draft, SHIPPED_KINDS);
  await recordUnit(trx, design, draft, { unit: newId(), authorId: author, type: 'do' }, result);
  return result;
}

/** The state shoppers see. */
export async function liveState(db: Records, design: Design): Promise<ReadonlyMap<DocumentKey, Document>> {
  const live = await findRevision(db, design.id, design.liveRevision);
  if (!live) throw new Error(`Design ${design.code} has no revision ${design.liveRevision}.`);
  return loadState(db, live.manifest);
}

/** Every key that either state has. */
export const allKeys = (draft: Draft, live: ReadonlyMap<DocumentKey, Document>): DocumentKey[] => [
  ...new Set([...live.keys(), ...draft.keys()]),
];

/** What the draft has that shoppers do not see yet. */
export function unpublished(draft: Draft, live: ReadonlyMap<DocumentKey, Document>): Change[] {
  return allKeys(draft, live).flatMap((key) => {
    const now = draft.get(key);
    return compareDocuments(key, live.get(key), now && closeDocument(now), SHIPPED_KINDS);
  });
}
