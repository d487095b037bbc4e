/** The closed set of edits: everything that changes a draft comes down to these. Requests become edits in `requests/`. */
import { Problem } from '../../problem.js';
import type { KindDescriptions } from '../../kinds/kind.js';
import { impliedDocument } from '../document-types.js';
import type { DocumentKey } from '../../documents/document.js';
import { PLAIN, type Telling } from '../../fields/telling.js';
import type { Draft, DraftDocument } from '../draft.js';
import { LIMITS } from '../limits.js';
import { checkEdits, type AskedEdit } from '../findings/refuse.js';
import { isSame } from './common.js';
import { insert, type InsertEdit } from './insert.js';
import { move, type MoveEdit } from './move.js';
import { put, type PutEdit } from './put.js';
import { remove, type RemoveEdit } from './remove.js';
import { set, type SetEdit } from './set.js';
import type { EditType } from './step.js';
import { upgrade, type UpgradeEdit } from './upgrade.js';

/** A recorded edit. */
export type Edit = InsertEdit | RemoveEdit | MoveEdit | SetEdit | PutEdit | UpgradeEdit;

// Each type's own parameter is widened here, once; the discriminator pairs every edit with its type again.
const editTypes = { insert, remove, move, set, put, upgrade } as Record<Edit['type'], EditType<Edit>>;

/** The document after `edit`, or null if it is removed. @throws Problem if the edit is refused */
export function applyEdit(edit: Edit, draft: Draft, kinds: KindDescriptions | null): DraftDocument | null {
  const changed = editTypes[edit.type].apply(edit, draft, kinds);
  // A document that says no more than its absence is absent, so that edit and inverse leave nothing behind.
  return changed && saysNothing(edit.document, changed) ? null : changed;
}

// Compared only where it can be the same: each edit of a long list would otherwise write all of it out.
const saysNothing = (key: DocumentKey, document: DraftDocument): boolean =>
  Object.keys(document.head).length <= 1 &&
  Object.keys(document.nodes).length === 0 &&
  isSame(document, impliedDocument(key) ?? undefined);

/** The edit that takes `edit` back. */
export const invertEdit = (edit: Edit): Edit => editTypes[edit.type].invert(edit);

/** One sentence about `edit`, read against the draft before it. */
export const describeEdit = (edit: Edit, draft: Draft, kinds: KindDescriptions, telling: Telling = PLAIN): string =>
  editTypes[edit.type].describe(edit, draft, kinds, telling);

/** What a unit of edits did: the exact edits, their sentences, and the documents that are different now (null: removed). */
export interface UnitResult {
  readonly edits: readonly Edit[];
  readonly sentences: readonly string[];
  readonly documents: ReadonlyMap<DocumentKey, DraftDocument | null>;
}

/** Applies exact edits, all or none. @throws Problem naming the edit that was refused */
export const applyUnit = (
  edits: readonly Edit[],
  draft: Draft,
  kinds: KindDescriptions,
  telling?: Telling,
): UnitResult => doInOrder(edits, draft, kinds, (edit) => ({ edits: [edit] }), telling);

/** What one item of a unit comes down to; its own sentence says more than those of its edits. */
export interface Resolved {
  readonly edits: readonly Edit[];
  readonly sentence?: string;
}

/** Makes each item exact against the draft as the items before it left it, and applies it. All or none. */
export function doInOrder<T>(
  items: readonly T[],
  draft: Draft,
  kinds: KindDescriptions,
  exact: (item: T, now: Draft) => Resolved,
  telling?: Telling,
): UnitResult {
  const documents = new Map<DocumentKey, DraftDocument | null>();
  const now = overlay(draft, documents);
  const asked: AskedEdit[] = [];
  const sentences: string[] = [];
  items.forEach((item, i) =>
    naming(i, items.length, () => {
      const resolved = exact(item, now);
      if (asked.length + resolved.edits.length > LIMITS.stepsPerUnit) throw tooManySteps();
      const said = resolved.edits.map((edit) => {
        // Said of the draft before it, but only once it is known to make sense.
        const changed = applyEdit(edit, now, kinds);
        const sentence = resolved.sentence ?? describeEdit(edit, now, kinds, telling);
        documents.set(edit.document, changed);
        asked.push({ edit, item: i });
        return sentence;
      });
      sentences.push(...(resolved.sentence === undefined ? said : [resolved.sentence]));
    }),
  );
  checkEdits(asked, draft, now, kinds, (item, problem) => {
    throw named(item, items.length, problem);
  });
  return { edits: asked.map(({ edit }) => edit), sentences, documents };
}

/** Says which item of a unit a refusal is about. */
function naming(item: number, of: number, work: () => void): void {
  try {
    work();
  } catch (error) {
    throw error instanceof Problem ? named(item, of, error) : error;
  }
}

const named = (item: number, of: number, problem: Problem): Problem =>
  of === 1
    ? problem
    : new Problem(problem.code, problem.message, {
        place: [`edits[${item}]`, problem.place].filter(Boolean).join('.'),
        ...(problem.remedy ? { remedy: problem.remedy } : {}),
      });

const tooManySteps = (): Problem =>
  new Problem(
    'limit-reached',
    `This comes to more than ${LIMITS.stepsPerUnit.toLocaleString('en')} single changes at once.`,
    { place: 'edits', remedy: 'Do it in several parts.' },
  );

/** The documents that recorded edits make different. They are not checked again: they were, when they were made. */
export function replay(edits: readonly Edit[], draft: Draft): UnitResult['documents'] {
  const documents = new Map<DocumentKey, DraftDocument | null>();
  const now = overlay(draft, documents);
  for (const edit of edits) documents.set(edit.document, applyEdit(edit, now, null));
  return documents;
}

/** A draft seen through changes that are not in it yet. */
export function overlay(draft: Draft, changes: ReadonlyMap<DocumentKey, DraftDocument | null>): Draft {
  return {
    get: (key) => (changes.has(key) ? (changes.get(key) ?? undefined) : draft.get(key)),
    *keys() {
      for (const key of draft.keys()) if (changes.get(key) !== null) yield key;
      for (const [key, document] of changes) if (document && !draft.get(key)) yield key;
    },
  };
}
