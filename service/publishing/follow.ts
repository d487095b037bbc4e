/** A draft that follows what was published beside it: value by value, its own changes staying. */
import {
  editsBetween,
  mergeDocument,
  overlay,
  replay,
  type Conflict,
  type Draft,
  type DraftDocument,
  type Edit,
  type UnitResult,
} from '@parlour/core/design';
import type { DocumentKey } from '@parlour/core/documents';
import type { Records } from '../records/database.js';
import type { Design } from '../records/designs.js';
import { markChanged, markPublished } from '../records/drafts.js';
import { newUnit } from './drafting.js';
import { recordEdits } from './recording.js';
import { isSameState, opened, tellingBetween, type PublishedState } from '../records/states.js';

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
  const { edits, conflicts } = await mergedEdits(
    trx,
    design,
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
export async function mergedEdits(
  trx: Records,
  design: Design,
  draft: Draft,
  keys: readonly DocumentKey[],
  before: (key: DocumentKey) => DraftDocument | undefined,
  after: (key: DocumentKey) => DraftDocument | undefined,
): Promise<{ edits: Edit[]; conflicts: Conflict[] }> {
  const telling = await tellingBetween(trx, design, keys, before, after);
  const edits: Edit[] = [];
  const conflicts: Conflict[] = [];
  for (const key of keys) {
    const own = draft.get(key);
    const merged = mergeDocument(key, before(key), after(key), own, design.kinds, telling);
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
  await recordEdits(trx, design, draft, { unit: newUnit(), authorId, type: 'merge' }, result);
  return result;
}

/** Edits that come from published states were checked when those were published. */
const applyTrusted = (edits: readonly Edit[], draft: Draft): UnitResult['documents'] =>
  edits.length ? replay(edits, draft) : new Map();
