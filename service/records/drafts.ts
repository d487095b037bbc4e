/**
 * Drafts. A draft is the documents its design began with, snapshots, and the edits after them. Each process holds the
 * drafts it works with in memory and catches up by reading the edits it has not seen; PostgreSQL is the truth.
 */
import {
  openDocument,
  replay,
  type DocumentKey,
  type Draft,
  type DraftDocument,
  type Edit,
  type UnitResult,
} from '@parlour/core';
import { json, perDatabase, type Records } from './database.js';
import { loadState } from './documents.js';

const SNAPSHOT_EVERY = 100;
const MOST_OPEN = 50;

export interface Design {
  readonly id: number;
  readonly storeId: number;
  readonly code: string;
  readonly name: string;
  readonly origin: string;
  readonly liveRevision: number;
  readonly draftSeq: number;
  readonly snapshotSeq: number;
}

/** A draft at one sequence number. */
export interface OpenDraft extends Draft {
  readonly seq: number;
}

class Replica implements OpenDraft {
  constructor(
    public seq: number,
    private readonly documents: Map<DocumentKey, DraftDocument>,
  ) {}
  get(key: DocumentKey): DraftDocument | undefined {
    return this.documents.get(key);
  }
  keys(): Iterable<DocumentKey> {
    return this.documents.keys();
  }
  /** Takes in units that come after what it has; others it has seen already. */
  take(seq: number, changed: UnitResult['documents']): void {
    for (const [key, document] of changed) {
      if (document) this.documents.set(key, document);
      else this.documents.delete(key);
    }
    this.seq = seq;
  }
  copy(): OpenDraft {
    return new Replica(this.seq, new Map(this.documents));
  }
}

const replicasOf = perDatabase(() => new Map<number, Replica>());

const designQuery = (db: Records) =>
  db
    .selectFrom('design')
    .select([
      'id',
      'store_id as storeId',
      'code',
      'name',
      'origin',
      'live_revision as liveRevision',
      'draft_seq as draftSeq',
      'snapshot_seq as snapshotSeq',
    ]);

export const findDesign = (db: Records, storeId: number, code: string): Promise<Design | undefined> =>
  designQuery(db).where('store_id', '=', storeId).where('code', '=', code).executeTakeFirst();

/** Reads a design and keeps others from changing it until the transaction ends. */
export const lockDesign = (trx: Records, designId: number): Promise<Design> =>
  designQuery(trx).where('id', '=', designId).forUpdate().executeTakeFirstOrThrow();

/** The draft as it is now. Later edits do not show in what is returned. */
export async function openDraft(db: Records, design: Design): Promise<OpenDraft> {
  return (await caughtUp(db, design)).copy();
}

async function caughtUp(db: Records, design: Design): Promise<Replica> {
  const replicas = replicasOf(db);
  let replica = replicas.get(design.id);
  if (!replica) {
    replica = await readSnapshot(db, design);
    if (replicas.size >= MOST_OPEN) replicas.delete(replicas.keys().next().value as number);
    replicas.set(design.id, replica);
  }
  if (replica.seq < design.draftSeq) {
    const rows = await db
      .selectFrom('draft_edit')
      .select(['seq', 'edit'])
      .where('design_id', '=', design.id)
      .where('seq', '>', replica.seq)
      .orderBy('seq')
      .orderBy('position')
      .execute();
    const units = new Map<number, Edit[]>();
    for (const { seq, edit } of rows) units.set(seq, [...(units.get(seq) ?? []), edit]);
    // Without a pause from here on: a replica that others caught up meanwhile skips what it has.
    for (const [seq, edits] of units) if (seq > replica.seq) replica.take(seq, replay(edits, replica));
  }
  return replica;
}

async function readSnapshot(db: Records, design: Design): Promise<Replica> {
  const origin = await loadState(db, design.origin);
  const documents = new Map([...origin].map(([key, document]) => [key, openDocument(document)]));
  // One statement, so that the sequence number and the documents belong together.
  const rows = await db
    .selectFrom('design')
    .leftJoin('draft_document', 'draft_document.design_id', 'design.id')
    .select(['snapshot_seq as seq', 'key', 'body'])
    .where('design.id', '=', design.id)
    .execute();
  for (const { key, body } of rows) {
    if (key === null || body === null) continue;
    if ('removed' in body) documents.delete(key);
    else documents.set(key, body);
  }
  return new Replica(rows[0]?.seq ?? 0, documents);
}

/** What a unit is to undo: something done, the undoing of a unit, or the doing again of what was undone. */
export type UnitType = 'do' | 'undo' | 'redo';

export interface NewUnit {
  readonly unit: string;
  readonly authorId: number;
  readonly type: UnitType;
}

/**
 * Records a unit under the lock of its design.
 * @param design as `lockDesign` gave it in this transaction
 * @param draft as it was opened under the same lock
 * @returns the unit's sequence number
 */
export async function recordUnit(
  trx: Records,
  design: Design,
  draft: OpenDraft,
  { unit, authorId, type }: NewUnit,
  result: UnitResult,
): Promise<number> {
  const seq = design.draftSeq + 1;
  await trx
    .insertInto('draft_unit')
    .values({ design_id: design.id, seq, unit, author_id: authorId, sentences: json(result.sentences), type })
    .execute();
  await trx
    .insertInto('draft_edit')
    .values(
      result.edits.map((edit, position) => ({
        design_id: design.id,
        seq,
        position,
        document: edit.document,
        edit: json(edit),
      })),
    )
    .execute();
  const snapshot = seq - design.snapshotSeq >= SNAPSHOT_EVERY;
  if (snapshot) await writeSnapshot(trx, design, draft, result);
  await trx
    .updateTable('design')
    .set({ draft_seq: seq, ...(snapshot ? { snapshot_seq: seq } : {}) })
    .where('id', '=', design.id)
    .execute();
  return seq;
}

async function writeSnapshot(trx: Records, design: Design, draft: Draft, result: UnitResult): Promise<void> {
  const touched = await trx
    .selectFrom('draft_edit')
    .select('document')
    .distinct()
    .where('design_id', '=', design.id)
    .where('seq', '>', design.snapshotSeq)
    .execute();
  const rows = touched.map(({ document: key }) => {
    const body = result.documents.has(key) ? result.documents.get(key) : draft.get(key);
    return { design_id: design.id, key, body: json(body ?? { removed: true }) };
  });
  await trx
    .insertInto('draft_document')
    .values(rows)
    .onConflict((conflict) =>
      conflict.columns(['design_id', 'key']).doUpdateSet((eb) => ({ body: eb.ref('excluded.body') })),
    )
    .execute();
}

export interface StoredUnit {
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
): Promise<StoredUnit | undefined> =>
  unitQuery(db, designId)
    .where('author_id', '=', authorId)
    .where('undone', '=', false)
    .where('type', 'in', types)
    .orderBy('seq', 'desc')
    .limit(1)
    .executeTakeFirst();

/** A unit that was done already, by the id its sender gave it. */
export const findUnit = (db: Records, designId: number, unit: string): Promise<StoredUnit | undefined> =>
  unitQuery(db, designId).where('unit', '=', unit).executeTakeFirst();

/** The latest thing a person did, or did again, that stands. */
export const lastUndoable = (db: Records, designId: number, authorId: number): Promise<StoredUnit | undefined> =>
  latestStanding(db, designId, authorId, ['do', 'redo']);

/** The latest undo of a person, unless that person did something new since. */
export async function lastRedoable(db: Records, designId: number, authorId: number): Promise<StoredUnit | undefined> {
  const last = await latestStanding(db, designId, authorId, ['do', 'undo']);
  return last?.type === 'undo' ? last : undefined;
}

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

export async function markUndone(trx: Records, designId: number, seq: number): Promise<void> {
  await trx
    .updateTable('draft_unit')
    .set({ undone: true })
    .where('design_id', '=', designId)
    .where('seq', '=', seq)
    .execute();
}
