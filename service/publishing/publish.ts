/** Publish and revert: each one transaction that moves the live pointer. */
import {
  checkDocument,
  closeDocument,
  compareDocuments,
  isSame,
  openDocument,
  Problem,
  SHIPPED_KINDS,
  type Document,
  type DocumentKey,
  type Edit,
} from '@parlour/core';
import type { Database, Records } from '../records/database.js';
import {
  addRevision,
  findRevision,
  listRevisions,
  loadState,
  saveDocuments,
  saveManifest,
  type Revision,
} from '../records/documents.js';
import { lockDesign, openDraft, type Design } from '../records/drafts.js';
import { allKeys, liveState, recordExact } from './drafting.js';

/**
 * Puts the draft live as a new revision.
 * @throws Problem `nothing-to-publish`; `cannot-publish` naming the section that shoppers cannot be shown
 */
export async function publish(db: Database, designId: number, authorId: number, note: string): Promise<Revision> {
  return db.transaction().execute(async (trx) => {
    const design = await lockDesign(trx, designId);
    const draft = await openDraft(trx, design);
    const live = await liveState(trx, design);
    const next = new Map<DocumentKey, Document>();
    const changed: DocumentKey[] = [];
    for (const key of allKeys(draft, live)) {
      const now = draft.get(key);
      const document = now && closeDocument(now);
      if (document) next.set(key, document);
      if (!isSame(document, live.get(key))) changed.push(key);
    }
    if (changed.length === 0) {
      throw new Problem('nothing-to-publish', 'Nothing has been changed since the last publish.', {
        remedy: 'Edit the draft first; shoppers already see all of it.',
      });
    }
    for (const key of changed) {
      const document = next.get(key);
      if (document) checkDocument(key, document, SHIPPED_KINDS);
    }
    return addState(trx, design, next, { note, authorId });
  });
}

export interface Reverted {
  readonly revision: Revision;
  readonly sentences: readonly string[];
}

/**
 * Brings an earlier revision back as a new one. The draft follows where nothing unpublished stands in the way;
 * documents with unpublished changes keep them, and the sentences say so.
 * @throws Problem `no-such-revision`; `nothing-to-publish` if that state is live already
 */
export async function revert(
  db: Database,
  designId: number,
  authorId: number,
  number: number,
  note: string,
): Promise<Reverted> {
  return db.transaction().execute(async (trx) => {
    const design = await lockDesign(trx, designId);
    const wanted = await findRevision(trx, designId, number);
    if (!wanted)
      throw new Problem('no-such-revision', `There is no revision ${number}.`, {
        place: 'revision',
        remedy: 'List the revisions to see which there are.',
      });
    const live = await liveState(trx, design);
    const target = await loadState(trx, wanted.manifest);
    const sentences = [...new Set([...live.keys(), ...target.keys()])].flatMap((key) =>
      compareDocuments(key, live.get(key), target.get(key), SHIPPED_KINDS).map((change) => change.sentence),
    );
    if (sentences.length === 0)
      throw new Problem('nothing-to-publish', `Revision ${number} is what shoppers see already.`, {
        place: 'revision',
      });
    const kept = await followInDraft(trx, design, authorId, live, target);
    const [latest] = await listRevisions(trx, designId, 1);
    await addRevision(trx, designId, {
      number: (latest?.number ?? 0) + 1,
      manifest: wanted.manifest,
      note: note || `Back to revision ${number}`,
      authorId,
      reverts: number,
    });
    return { revision: await newest(trx, designId), sentences: [...sentences, ...kept] };
  });
}

async function followInDraft(
  trx: Records,
  design: Design,
  author: number,
  live: ReadonlyMap<DocumentKey, Document>,
  target: ReadonlyMap<DocumentKey, Document>,
): Promise<string[]> {
  const draft = await openDraft(trx, design);
  const edits: Edit[] = [];
  const kept: string[] = [];
  for (const key of allKeys(draft, new Map([...live, ...target]))) {
    const [was, wanted, own] = [live.get(key), target.get(key), draft.get(key)];
    if (isSame(was, wanted)) continue;
    if (isSame(own && closeDocument(own), was))
      edits.push({ type: 'put', document: key, value: wanted ? openDocument(wanted) : null, was: own ?? null });
    else if (!isSame(own && closeDocument(own), wanted))
      kept.push(`The draft keeps its unpublished changes to ${key}.`);
  }
  // Assignments first, so that a template is no longer used when it is removed.
  edits.sort((a, b) => Number(b.document.startsWith('assignments/')) - Number(a.document.startsWith('assignments/')));
  if (edits.length) await recordExact(trx, design, draft, author, edits);
  return kept;
}

/** Writes a whole state as the design's next revision and makes it live. */
export async function addState(
  trx: Records,
  design: Pick<Design, 'id'>,
  state: ReadonlyMap<DocumentKey, Document>,
  { note, authorId }: { note: string; authorId: number | null },
): Promise<Revision> {
  const hashes = await saveDocuments(trx, [...state.values()]);
  const manifest = await saveManifest(
    trx,
    Object.fromEntries([...state.keys()].map((key, i) => [key, hashes[i] as string])),
  );
  const [latest] = await listRevisions(trx, design.id, 1);
  await addRevision(trx, design.id, { number: (latest?.number ?? 0) + 1, manifest, note, authorId });
  return newest(trx, design.id);
}

async function newest(trx: Records, designId: number): Promise<Revision> {
  const [revision] = await listRevisions(trx, designId, 1);
  if (!revision) throw new Error('A revision was written and is not there.');
  return revision;
}
