/** Publish and revert: each one transaction that writes what changed, a manifest and the live pointer. */
import {
  checkDocument,
  checkTogether,
  closeDocument,
  editsBetween,
  mergeDocument,
  overlay,
  Problem,
  replay,
  SHIPPED_KINDS,
  withChosen,
  type Conflict,
  type Document,
  type DocumentKey,
  type Draft,
  type DraftDocument,
  type Edit,
  type UnitResult,
} from '@parlour/core';
import { renewAfterEdits, renewAfterPublish } from '../assigning/renew.js';
import type { Database, Records } from '../records/database.js';
import { lockDesign, type Design } from '../records/designs.js';
import {
  addRevision,
  findRevision,
  listRevisions,
  loadManifest,
  loadState,
  saveDocuments,
  saveManifest,
  type Revision,
} from '../records/documents.js';
import { changedKeysOf, markChanged, markPublished, openDraft, recordUnit } from '../records/drafts.js';
import { signal } from '../records/signals.js';
import { newId } from './drafting.js';
import {
  changesBetween,
  differingKeys,
  isSameState,
  opened,
  publishedManifest,
  withDocuments,
  type PublishedState,
} from './states.js';

export interface PublishOptions {
  readonly note: string;
  /** Null for what Parlour does at a set time. */
  readonly authorId: number | null;
  /** Ids of the changes to publish; all if absent. */
  readonly changes?: readonly string[];
}

/**
 * Puts the draft, or chosen changes of it, live as a new revision.
 * @throws Problem `nothing-to-publish`; `no-such-change`; `cannot-publish` naming what shoppers cannot be shown
 */
export async function publish(db: Database, designId: number, options: PublishOptions): Promise<Revision> {
  const revision = await db.transaction().execute(async (trx) => {
    const design = await lockDesign(trx, designId);
    const [draft, manifest, keys] = await Promise.all([
      openDraft(trx, design),
      publishedManifest(trx, design),
      changedKeysOf(trx, designId),
    ]);
    const live = await loadState(trx, manifest);
    const chosen = options.changes && checkChosen(options.changes, draft, live, keys);
    const next = new Map<DocumentKey, DraftDocument | undefined>();
    for (const key of keys) {
      const [before, after] = [opened(live, key), draft.get(key)];
      const wanted = chosen ? withChosen(key, before, after, chosen) : after;
      if (!isSameState(before, wanted)) next.set(key, wanted);
    }
    const revision = await putLive(trx, design, next, options);
    await markPublished(
      trx,
      designId,
      keys.filter((key) => isSameState(draft.get(key), next.has(key) ? next.get(key) : opened(live, key))),
    );
    await logOnly(trx, design, draft, options.authorId, `Published as revision ${revision.number}.`);
    return revision;
  });
  await signal(db, designId);
  return revision;
}

function checkChosen(
  ids: readonly string[],
  draft: Draft,
  live: PublishedState,
  keys: readonly DocumentKey[],
): ReadonlySet<string> {
  const side = (get: (key: DocumentKey) => DraftDocument | undefined) => ({ label: '', get, keys: () => keys });
  const known = new Set(
    changesBetween(
      side((key) => opened(live, key)),
      side((key) => draft.get(key)),
      keys,
    ).map(({ id }) => id),
  );
  const unknown = ids.find((id) => !known.has(id));
  if (unknown !== undefined)
    throw new Problem('no-such-change', `There is no unpublished change “${unknown}”.`, {
      place: 'changes',
      remedy: 'List the changes again; it may have been published or taken back meanwhile.',
    });
  return new Set(ids);
}

/**
 * Writes a new revision with some documents changed, and makes it the design's newest. The caller holds the design's lock.
 * @param changed what differs from the newest revision; undefined removes a document
 */
export async function putLive(
  trx: Records,
  design: Design,
  changed: ReadonlyMap<DocumentKey, DraftDocument | undefined>,
  { note, authorId, reverts }: { note: string; authorId: number | null; reverts?: number },
): Promise<Revision> {
  if (changed.size === 0) {
    throw new Problem('nothing-to-publish', 'Nothing has been changed since the last publish.', {
      remedy: 'Edit the draft first; shoppers already see all of it.',
    });
  }
  const before = await publishedManifest(trx, design);
  const live = await loadState(trx, before);
  const whole = overlayLive(live, changed);
  const documents: Document[] = [];
  const hashed: DocumentKey[] = [];
  for (const [key, document] of changed) {
    if (document) {
      const closed = closeDocument(document);
      checkDocument(key, closed, SHIPPED_KINDS);
      documents.push(closed);
      hashed.push(key);
    }
    checkTogether(key, document, whole);
  }
  const hashes = await saveDocuments(trx, documents);
  const written = new Map<DocumentKey, string | null>([...changed.keys()].map((key) => [key, null]));
  hashed.forEach((key, i) => written.set(key, hashes[i] as string));
  const manifest = await saveManifest(trx, withDocuments(await loadManifest(trx, before), written));
  await addRevision(trx, design.id, {
    number: design.liveRevision + 1,
    manifest,
    note,
    authorId,
    ...(reverts === undefined ? {} : { reverts }),
  });
  await renewAfterPublish(trx, design, live, await loadState(trx, manifest), [...changed.keys()]);
  return newest(trx, design.id);
}

function overlayLive(live: PublishedState, changed: ReadonlyMap<DocumentKey, DraftDocument | undefined>): Draft {
  const base: Draft = { get: (key) => opened(live, key), keys: () => live.keys() };
  return overlay(base, new Map([...changed].map(([key, document]) => [key, document ?? null])));
}

export interface Reverted {
  readonly revision: Revision;
  readonly sentences: readonly string[];
}

/**
 * Brings an earlier revision back as a new one. The draft follows value by value; what is unpublished in it stays,
 * and the sentences say where it stood in the way.
 * @throws Problem `no-such-revision`; `nothing-to-publish` if that state is live already
 */
export async function revert(
  db: Database,
  designId: number,
  authorId: number,
  number: number,
  note: string,
): Promise<Reverted> {
  const reverted = await db.transaction().execute(async (trx) => {
    const design = await lockDesign(trx, designId);
    const wanted = await findRevision(trx, designId, number);
    if (!wanted)
      throw new Problem('no-such-revision', `There is no revision ${number}.`, {
        place: 'revision',
        remedy: 'List the revisions to see which there are.',
      });
    const before = await publishedManifest(trx, design);
    const keys = await differingKeys(trx, before, wanted.manifest);
    if (keys.length === 0)
      throw new Problem('nothing-to-publish', `Revision ${number} is what shoppers see already.`, {
        place: 'revision',
        remedy: 'Choose another revision.',
      });
    const [live, target] = await Promise.all([loadState(trx, before), loadState(trx, wanted.manifest)]);
    const sentences = sentencesBetween(live, target, keys);
    const draft = await openDraft(trx, design);
    const revision = await putLive(trx, design, new Map(keys.map((key) => [key, opened(target, key)])), {
      note: note || `Back to revision ${number}`,
      authorId,
      reverts: number,
    });
    const kept = await followLive(
      trx,
      design,
      draft,
      live,
      target,
      keys,
      authorId,
      `Brought back revision ${number} as revision ${revision.number}.`,
    );
    return {
      revision,
      sentences: [...sentences, ...kept.map(({ sentence }) => `The draft keeps its own: ${sentence}`)],
    };
  });
  await signal(db, designId);
  return reverted;
}

export function sentencesBetween(
  before: PublishedState,
  after: PublishedState,
  keys: readonly DocumentKey[],
): string[] {
  const side = (state: PublishedState) => ({
    label: '',
    get: (key: DocumentKey) => opened(state, key),
    keys: () => state.keys(),
  });
  return changesBetween(side(before), side(after), keys).map(({ sentence }) => sentence);
}

/**
 * Takes what was published into the draft, value by value. What the draft has of its own stays; where that stands in
 * the way the conflict is answered. Recorded in the log even if the draft is not touched.
 */
export async function followLive(
  trx: Records,
  design: Design,
  draft: Draft & { readonly seq: number },
  before: PublishedState,
  after: PublishedState,
  keys: readonly DocumentKey[],
  authorId: number | null,
  sentence: string,
): Promise<Conflict[]> {
  const { edits, conflicts } = mergedEdits(
    draft,
    keys,
    (key) => opened(before, key),
    (key) => opened(after, key),
  );
  const result = await recordMerge(trx, design, draft, edits, authorId, sentence);
  const now = overlay(draft, result.documents);
  await markChanged(trx, design.id, keys);
  await markPublished(
    trx,
    design.id,
    keys.filter((key) => isSameState(now.get(key), opened(after, key))),
  );
  return conflicts;
}

/** The edits that bring what changed from `before` to `after` into a draft. */
export function mergedEdits(
  draft: Draft,
  keys: readonly DocumentKey[],
  before: (key: DocumentKey) => DraftDocument | undefined,
  after: (key: DocumentKey) => DraftDocument | undefined,
): { edits: Edit[]; conflicts: Conflict[] } {
  const edits: Edit[] = [];
  const conflicts: Conflict[] = [];
  for (const key of keys) {
    const own = draft.get(key);
    const merged = mergeDocument(key, before(key), after(key), own, SHIPPED_KINDS);
    conflicts.push(...merged.conflicts);
    edits.push(...editsBetween(key, own, merged.document));
  }
  // What is pointed at comes before what points at it, and goes after it.
  const rank = (edit: Edit): number => (edit.type !== 'put' ? 1 : edit.value ? 0 : 2);
  return {
    edits: edits
      .map((edit, i) => ({ edit, i }))
      .sort((a, b) => rank(a.edit) - rank(b.edit) || a.i - b.i)
      .map(({ edit }) => edit),
    conflicts,
  };
}

export async function recordMerge(
  trx: Records,
  design: Design,
  draft: Draft & { readonly seq: number },
  edits: readonly Edit[],
  authorId: number | null,
  sentence: string,
): Promise<UnitResult> {
  const documents = applyTrusted(edits, draft);
  const result: UnitResult = { edits, documents, sentences: [sentence] };
  await recordUnit(trx, design, draft, { unit: newId(), authorId, type: 'merge' }, result);
  if (edits.length) await renewAfterEdits(trx, design, draft, result);
  return result;
}

/** Edits that come from published states were checked when those were published. */
const applyTrusted = (edits: readonly Edit[], draft: Draft): UnitResult['documents'] =>
  edits.length ? replay(edits, draft) : new Map();

const logOnly = async (
  trx: Records,
  design: Design,
  draft: Draft & { readonly seq: number },
  authorId: number | null,
  sentence: string,
): Promise<void> => {
  await recordUnit(
    trx,
    design,
    draft,
    { unit: newId(), authorId, type: 'publish' },
    { edits: [], documents: new Map(), sentences: [sentence] },
  );
};

async function newest(trx: Records, designId: number): Promise<Revision> {
  const [revision] = await listRevisions(trx, designId, 1);
  if (!revision) throw new Error('A revision was written and is not there.');
  return revision;
}

/** Writes a whole state as a design's first revision. */
export async function addFirstState(
  trx: Records,
  designId: number,
  state: ReadonlyMap<DocumentKey, Document>,
  { note, authorId }: { note: string; authorId: number | null },
): Promise<Revision> {
  const hashes = await saveDocuments(trx, [...state.values()]);
  const manifest = await saveManifest(
    trx,
    Object.fromEntries([...state.keys()].map((key, i) => [key, hashes[i] as string])),
  );
  await addRevision(trx, designId, { number: 1, manifest, note, authorId });
  return newest(trx, designId);
}
