/** States of designs that are compared, merged and published: the draft, what is live, any revision. */
import { Problem, sure } from '@parlour/core';
import {
  compareDocuments,
  openDocument,
  overlay,
  pagesBetween,
  sameContent,
  type Change,
  type Draft,
  type DraftDocument,
} from '@parlour/core/design';
import { codeOf, type Document, type DocumentKey, type WholeState } from '@parlour/core/documents';
import type { Telling } from '@parlour/core/fields';
import type { PageCode } from '@parlour/core/pages';
import type { Records } from './database.js';
import type { Design } from './designs.js';
import { findRevision, loadManifest, loadState, saveDocuments, saveManifest } from './documents.js';
import { changedKeysOf, openDraft } from './drafts.js';
import { titlesOf } from './page-list.js';

export type PublishedState = WholeState;

/** A published document in the form edits and merges work on; the same document opens once. */
export function opened(state: PublishedState, key: DocumentKey): DraftDocument | undefined {
  const document = state.get(key);
  if (!document) return undefined;
  let found = openedOnce.get(document);
  if (!found) openedOnce.set(document, (found = openDocument(document)));
  return found;
}
const openedOnce = new WeakMap<Document, DraftDocument>();

/** A published state with some documents changed; undefined removes one. */
export function overLive(live: PublishedState, changed: ReadonlyMap<DocumentKey, DraftDocument | undefined>): Draft {
  const base: Draft = { get: (key) => opened(live, key), keys: () => live.keys() };
  return overlay(base, new Map([...changed].map(([key, document]) => [key, document ?? null])));
}

/** The manifest of the newest revision of a design. */
export async function publishedManifest(db: Records, design: Design): Promise<string> {
  const live = await findRevision(db, design.id, design.liveRevision);
  if (!live) throw new Error(`Design ${design.code} has no revision ${design.liveRevision}.`);
  return live.manifest;
}

/** What the design published last; what shoppers see while it is live. */
export const publishedState = async (db: Records, design: Design): Promise<PublishedState> =>
  loadState(db, await publishedManifest(db, design));

/** A published state by its number. @throws Problem `no-such-revision` */
export async function revisionState(db: Records, design: Design, number: number): Promise<PublishedState> {
  const revision = await findRevision(db, design.id, number);
  if (revision) return loadState(db, revision.manifest);
  throw new Problem('no-such-revision', `The design “${design.name}” has no revision ${number}.`, {
    place: 'revision',
    remedy: 'List the revisions to see which there are.',
  });
}

/** The keys whose documents differ between two manifests. */
export async function differingKeys(db: Records, before: string, after: string): Promise<DocumentKey[]> {
  if (before === after) return [];
  const [a, b] = await Promise.all([loadManifest(db, before), loadManifest(db, after)]);
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].filter((key) => a[key] !== b[key]).sort();
}

/**
 * Stores some documents, and the manifest that has them in the place of those of another.
 * @param changed null removes a document
 * @returns the hash of the manifest
 */
export async function saveOver(
  trx: Records,
  manifest: string,
  changed: ReadonlyMap<DocumentKey, Document | null>,
): Promise<string> {
  const there = [...changed].filter((one): one is [DocumentKey, Document] => one[1] !== null);
  const hashes = await saveDocuments(
    trx,
    there.map(([, document]) => document),
  );
  const after = new Map(Object.entries(await loadManifest(trx, manifest)));
  for (const key of changed.keys()) after.delete(key);
  there.forEach(([key], i) => after.set(key, sure(hashes[i])));
  return saveManifest(trx, Object.fromEntries([...after].sort(([a], [b]) => (a < b ? -1 : 1))));
}

export const isSameState = (a: DraftDocument | undefined, b: DraftDocument | undefined): boolean =>
  a === b || (a !== undefined && b !== undefined && sameContent(a, b));

/** Names the pages of a state in the table of pages. */
export interface StatePages {
  readonly designId: number;
  readonly side: 'draft' | 'live';
}

/** One side of a comparison. */
export interface Side {
  readonly label: string;
  /** Where the table of pages has what it gives them; absent where it knows nothing of it. */
  readonly table?: StatePages;
  readonly get: (key: DocumentKey) => DraftDocument | undefined;
  keys(): Iterable<DocumentKey>;
}

const publishedSide = (label: string, state: PublishedState, table?: StatePages): Side => ({
  label,
  ...(table && { table }),
  get: (key) => opened(state, key),
  keys: () => state.keys(),
});

/**
 * A state by its name: `draft`, `live` (what the design published last) or the number of a revision.
 * @throws Problem `no-such-revision`
 */
export async function stateNamed(db: Records, design: Design, name: string): Promise<Side> {
  if (name === 'draft') {
    const draft = await openDraft(db, design);
    return {
      label: `the draft of “${design.name}”`,
      table: { designId: design.id, side: 'draft' },
      get: (key) => draft.get(key),
      keys: () => draft.keys(),
    };
  }
  const number = name === 'live' ? design.liveRevision : /^\d{1,9}$/.test(name) ? Number(name) : 0;
  const revision = await findRevision(db, design.id, number);
  if (!revision)
    throw new Problem('no-such-revision', `The design “${design.name}” has no revision “${name}”.`, {
      place: 'revision',
      remedy: 'Say “draft”, “live”, or the number of a revision.',
    });
  return publishedSide(
    `revision ${revision.number} of “${design.name}”`,
    await loadState(db, revision.manifest),
    number === design.liveRevision ? { designId: design.id, side: 'live' } : undefined,
  );
}

/** How sentences about a design name these pages. */
export async function tellingOf(db: Records, design: Design, pages: Iterable<PageCode>): Promise<Telling> {
  const titles = await titlesOf(db, design.id, pages);
  return { zone: design.timeZone, pageTitle: (page) => titles.get(page) };
}

/** How sentences about what changed between two states name the pages of the design. */
export const tellingBetween = (
  db: Records,
  design: Design,
  keys: readonly DocumentKey[],
  before: Side['get'],
  after: Side['get'],
): Promise<Telling> =>
  tellingOf(
    db,
    design,
    keys.flatMap((key) => [...pagesBetween(before(key), after(key))]),
  );

/** All changes from one state of a design to another, or of another design to this one. */
export async function changesBetween(
  db: Records,
  design: Design,
  before: Side,
  after: Side,
  keys?: readonly DocumentKey[],
): Promise<Change[]> {
  const all = keys ?? [...new Set([...before.keys(), ...after.keys()])].sort();
  const telling = await tellingBetween(db, design, all, before.get, after.get);
  const tools = { kinds: design.kinds, telling, nameOfKey: namesIn(after, before) };
  return all.flatMap((key) => compareDocuments(key, before.get(key), after.get(key), tools));
}

/** The changes of some documents from one published state to another, in sentences. */
export async function sentencesBetween(
  db: Records,
  design: Design,
  before: PublishedState,
  after: PublishedState,
  keys: readonly DocumentKey[],
): Promise<string[]> {
  const changes = await changesBetween(db, design, publishedSide('', before), publishedSide('', after), keys);
  return changes.map(({ sentence }) => sentence);
}

const namesIn =
  (...sides: readonly Side[]) =>
  (key: DocumentKey): string => {
    for (const side of sides) {
      const name = side.get(key)?.head['name'];
      if (typeof name === 'string') return name;
    }
    return codeOf(key);
  };

/** How many changes `unpublished` would tell; nothing is read where nothing was touched. */
export async function unpublishedCount(db: Records, design: Design): Promise<number> {
  if ((await changedKeysOf(db, design.id)).length === 0) return 0;
  return (await unpublished(db, design, await openDraft(db, design))).length;
}

/** What a draft has that its design has not published. Looks only at documents that were touched. */
export async function unpublished(db: Records, design: Design, draft: Draft): Promise<Change[]> {
  const [keys, live] = await Promise.all([changedKeysOf(db, design.id), publishedState(db, design)]);
  const side: Side = { label: 'the draft', get: (key) => draft.get(key), keys: () => draft.keys() };
  return changesBetween(db, design, publishedSide('live', live), side, keys);
}
