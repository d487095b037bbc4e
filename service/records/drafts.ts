/**
 * Drafts. A draft is the documents its design began with, snapshots, and the edits after them. Each process holds the
 * drafts it works with in memory and catches up by reading the edits it has not seen; PostgreSQL is the truth.
 */
import {
  inTodaysFormat,
  openDocument,
  replay,
  type Draft,
  type DraftDocument,
  type UnitResult,
} from '@parlour/core/design';
import type { DocumentKey } from '@parlour/core/documents';
import { sql } from 'kysely';
import { LRUCache } from 'lru-cache';
import { json, perDatabase, type Records } from './database.js';
import type { Design } from './designs.js';
import { bytesOfState, loadState } from './documents.js';
import { editsAfter, type UnitType } from './log.js';

const SNAPSHOT_EVERY = 100;
/** Of the documents of all open drafts, as JSON. */
const MOST_BYTES = 64_000_000;

/** A draft at one sequence number. */
export interface OpenDraft extends Draft {
  readonly seq: number;
}

class Replica implements OpenDraft {
  constructor(
    public seq: number,
    private readonly documents: Map<DocumentKey, DraftDocument>,
    /** How long its documents were as JSON when it was read. */
    readonly bytes: number,
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
  /** Moves on over log entries that hold no edits. */
  pass(seq: number): void {
    this.seq = Math.max(this.seq, seq);
  }
  copy(): OpenDraft {
    return new Replica(this.seq, new Map(this.documents), this.bytes);
  }
}

const replicasOf = perDatabase(
  () => new LRUCache<number, Replica>({ maxSize: MOST_BYTES, sizeCalculation: ({ bytes }) => bytes }),
);

/** The draft as it is now. Later edits do not show in what is returned. */
export async function openDraft(db: Records, design: Design): Promise<OpenDraft> {
  return (await caughtUp(db, design)).copy();
}

async function caughtUp(db: Records, design: Design): Promise<Replica> {
  const replicas = replicasOf(db);
  let replica = replicas.get(design.id);
  if (!replica) {
    replica = await readSnapshot(db, design);
    replicas.set(design.id, replica);
  }
  if (replica.seq < design.draftSeq) {
    const units = await editsAfter(db, design.id, replica.seq);
    // Without a pause from here on: a replica that others caught up meanwhile skips what it has.
    for (const [seq, edits] of units) if (seq > replica.seq) replica.take(seq, replay(edits, replica));
    replica.pass(design.draftSeq);
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
    .select(['snapshot_seq as seq', 'key', 'body', sql<number | null>`octet_length(body::text)`.as('bytes')])
    .where('design.id', '=', design.id)
    .execute();
  let written = bytesOfState(origin);
  for (const { key, body, bytes } of rows) {
    written += bytes ?? 0;
    if (key === null || body === null) continue;
    if ('removed' in body) documents.delete(key);
    else documents.set(key, inTodaysFormat(body, `“${key}”`, key));
  }
  return new Replica(rows[0]?.seq ?? 0, documents, written);
}

export interface NewUnit {
  readonly unit: string;
  /** Null for what Parlour did by itself, at a set time. */
  readonly authorId: number | null;
  readonly type: UnitType;
}

/**
 * Records a unit under the lock of its design.
 * @param design as `lockDesign` gave it in this transaction, or as the last unit recorded under it left it
 * @param draft as it was opened under the same lock
 * @returns the design with the unit's sequence number
 */
export async function recordUnit(
  trx: Records,
  design: Design,
  draft: Draft,
  { unit, authorId, type }: NewUnit,
  result: UnitResult,
): Promise<Design> {
  const seq = design.draftSeq + 1;
  await trx
    .insertInto('draft_unit')
    .values({ design_id: design.id, seq, unit, author_id: authorId, sentences: json(result.sentences), type })
    .execute();
  if (result.edits.length) await recordEdits(trx, design.id, seq, result);
  const snapshot = seq - design.snapshotSeq >= SNAPSHOT_EVERY;
  if (snapshot) await writeSnapshot(trx, design, draft, result);
  await trx
    .updateTable('design')
    .set({ draft_seq: seq, ...(snapshot ? { snapshot_seq: seq } : {}) })
    .where('id', '=', design.id)
    .execute();
  return { ...design, draftSeq: seq, snapshotSeq: snapshot ? seq : design.snapshotSeq };
}

async function recordEdits(trx: Records, designId: number, seq: number, { edits }: UnitResult): Promise<void> {
  await sql`insert into draft_edit (design_id, seq, position, document, edit)
    select ${designId}, ${seq}, t.position - 1, t.document, t.edit::jsonb
    from unnest(${edits.map(({ document }) => document)}::text[], ${edits.map(json)}::text[])
      with ordinality t (document, edit, position)`.execute(trx);
  await markChanged(
    trx,
    designId,
    edits.map(({ document }) => document),
  );
}

/** The documents whose draft may differ from what the design published last. */
export async function changedKeysOf(db: Records, designId: number): Promise<string[]> {
  const rows = await db
    .selectFrom('draft_change')
    .select('key')
    .where('design_id', '=', designId)
    .orderBy('key')
    .execute();
  return rows.map(({ key }) => key);
}

/** Notes that documents are published as they are in the draft. */
export async function markPublished(trx: Records, designId: number, keys: readonly string[]): Promise<void> {
  if (keys.length)
    await trx
      .deleteFrom('draft_change')
      .where('design_id', '=', designId)
      .where(sql<boolean>`key = any(${[...keys]})`)
      .execute();
}

/** Notes that documents of the draft may differ from what is published now. */
export async function markChanged(trx: Records, designId: number, keys: readonly string[]): Promise<void> {
  if (keys.length)
    await sql`insert into draft_change (design_id, key) select ${designId}, unnest(${[...new Set(keys)].sort()}::text[])
      on conflict do nothing`.execute(trx);
}

async function writeSnapshot(trx: Records, design: Design, draft: Draft, result: UnitResult): Promise<void> {
  const touched = await trx
    .selectFrom('draft_edit')
    .select('document')
    .distinct()
    .where('design_id', '=', design.id)
    .where('seq', '>', design.snapshotSeq)
    .execute();
  if (touched.length === 0) return;
  const bodies = touched.map(({ document: key }) =>
    json((result.documents.has(key) ? result.documents.get(key) : draft.get(key)) ?? { removed: true }),
  );
  await sql`insert into draft_document (design_id, key, body) select ${design.id}, t.key, t.body::jsonb
    from unnest(${touched.map(({ document }) => document)}::text[], ${bodies}::text[]) t (key, body)
    on conflict (design_id, key) do update set body = excluded.body`.execute(trx);
}
