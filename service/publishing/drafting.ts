/** Work on a draft: edits in units, undo and redo per person. */
import { randomUUID } from 'node:crypto';
import { can, Problem, type Role } from '@parlour/core';
import {
  applyRequests,
  applyUnit,
  checkContentEdits,
  idsOf,
  invertEdit,
  type Draft,
  type Edit,
  type EditRequest,
  type UnitResult,
} from '@parlour/core/design';
import { pagesIn } from '@parlour/core/fields';
import { upgraderOf } from '@parlour/core/kinds';
import { ownTurn } from '../own-turn.js';
import { inTransaction, type Records } from '../records/database.js';
import { lockDesign, type Design } from '../records/designs.js';
import { openDraft, type NewUnit, type OpenDraft } from '../records/drafts.js';
import { editsOf, findUnit, lastRedoable, lastUndoable, markUndone, type LoggedUnit } from '../records/log.js';
import { signal } from '../records/signals.js';
import { recordEdits } from './recording.js';
import { checkReferences } from './references.js';
import { tellingOf } from '../records/states.js';

export interface DoneUnit {
  readonly seq: number;
  readonly edits: readonly Edit[];
  readonly sentences: readonly string[];
}

/** The id of a unit that nobody asked for. */
export const newUnit = (): string => randomUUID();

/** Who works on a draft, and as what. */
export interface Author {
  readonly id: number;
  readonly role: Role;
}

/** Does a unit, all or none. A unit that was done already is answered as it was. @throws Problem if an edit is refused */
export const doUnit = (
  db: Records,
  design: Design,
  author: Author,
  unit: string,
  requests: readonly EditRequest[],
): Promise<DoneUnit> =>
  inDraft(db, design, { unit, authorId: author.id, type: 'do' }, (draft, trx) =>
    tryUnit(trx, design, draft, author, unit, requests),
  );

/** So many edits are applied in no time. */
const FEW = 40;

/** What a unit would do to a draft, without doing it. */
export async function tryUnit(
  db: Records,
  design: Design,
  draft: Draft,
  author: Author,
  unit: string,
  requests: readonly EditRequest[],
): Promise<UnitResult> {
  const telling = await tellingOf(db, design, pagesIn(requests));
  if (requests.length > FEW) await ownTurn();
  const result = applyRequests(requests, draft, {
    kinds: design.kinds,
    upgraded: upgraderOf(design.kinds),
    newId: idsOf(unit),
    telling,
  });
  checkRight(design, author, result, draft);
  await checkReferences(db, design, draft, result);
  return result;
}

/** Takes back the author's latest unit. @throws Problem `nothing-to-undo`; `stale-edit` if somebody built on it */
export const undo = (db: Records, design: Design, author: Author, unit: string): Promise<DoneUnit> =>
  inDraft(db, design, { unit, authorId: author.id, type: 'undo' }, (draft, trx) =>
    takeBack(trx, design, draft, author, lastUndoable(trx, design.id, author.id), 'There is nothing of yours to undo.'),
  );

/** Does again what the author undid last. */
export const redo = (db: Records, design: Design, author: Author, unit: string): Promise<DoneUnit> =>
  inDraft(db, design, { unit, authorId: author.id, type: 'redo' }, (draft, trx) =>
    takeBack(trx, design, draft, author, lastRedoable(trx, design.id, author.id), 'There is nothing to redo.'),
  );

/** Asks what the author may do now, not when the unit was first done. @throws Problem `not-allowed` */
function checkRight({ kinds }: Design, { role }: Author, { edits }: UnitResult, draft: Draft): void {
  if (!can(role, 'design.edit')) checkContentEdits(edits, draft, kinds);
}

async function takeBack(
  trx: Records,
  design: Design,
  draft: Draft,
  author: Author,
  wanted: ReturnType<typeof lastUndoable>,
  none: string,
): Promise<UnitResult> {
  const last = await wanted;
  if (!last)
    throw new Problem('nothing-to-undo', none, {
      remedy: 'Only your own edits since the design was made can be undone here.',
    });
  const inverse = (await editsOf(trx, design.id, last.seq)).reverse().map(invertEdit);
  const telling = await tellingOf(trx, design, pagesIn(inverse));
  const result = applyUnit(inverse, draft, design.kinds, telling);
  checkRight(design, author, result, draft);
  await markUndone(trx, design.id, last.seq);
  return last.sentences.length < inverse.length ? { ...result, sentences: saidAgain(last) } : result;
}

/** What was said of many edits in a sentence or two is said the same way when they are taken back, or done again. */
const saidAgain = ({ type, sentences }: LoggedUnit): string[] =>
  sentences.map((sentence) => {
    const what = sentence.replace(/^(Undid|Redid): /, '');
    return `${type === 'undo' ? 'Redid' : 'Undid'}: ${what}`;
  });

const inDraft = (
  db: Records,
  { id }: Design,
  unit: NewUnit,
  work: (draft: OpenDraft, trx: Records) => Promise<UnitResult>,
): Promise<DoneUnit> =>
  inTransaction(db, async (trx) => {
    const design = await lockDesign(trx, id);
    const before = await findUnit(trx, id, unit.unit);
    if (before) return { seq: before.seq, sentences: before.sentences, edits: await editsOf(trx, id, before.seq) };
    const draft = await openDraft(trx, design);
    const result = await work(draft, trx);
    if (result.edits.length === 0) return { seq: design.draftSeq, edits: [], sentences: [] };
    const { draftSeq } = await recordEdits(trx, design, draft, unit, result);
    await signal(trx, `design ${id}`);
    return { seq: draftSeq, edits: result.edits, sentences: result.sentences };
  });
