/** The closed set of edits: everything that changes a draft goes through here. */
import { Problem } from '../../problem.js';
import { byTag } from '../../fields/schema.js';
import type { KindSet } from '../../sections/kind.js';
import type { DocumentKey } from '../document.js';
import type { Draft, DraftDocument } from '../draft.js';
import { LIMITS } from '../limits.js';
import { assign, type AssignEdit, type AssignRequest } from './assign.js';
import { insert, type InsertEdit, type InsertRequest } from './insert.js';
import { move, type MoveEdit, type MoveRequest } from './move.js';
import {
  createTemplate,
  put,
  removeTemplate,
  type CreateTemplateRequest,
  type PutEdit,
  type RemoveTemplateRequest,
} from './put.js';
import { remove, type RemoveEdit, type RemoveRequest } from './remove.js';
import { set, type SetEdit, type SetRequest } from './set.js';
import type { EditTools, EditType } from './step.js';

/** A recorded edit. */
export type Edit = InsertEdit | RemoveEdit | MoveEdit | SetEdit | AssignEdit | PutEdit;

/** What people and programs ask for. */
export type EditRequest =
  | InsertRequest
  | RemoveRequest
  | MoveRequest
  | SetRequest
  | AssignRequest
  | CreateTemplateRequest
  | RemoveTemplateRequest;

// Each type's own parameters are widened here, once; the discriminator pairs every edit with its type again.
type AnyType = EditType<Edit, EditRequest>;
const editTypes: Record<Edit['type'], AnyType> = { insert, remove, move, set, assign, put };
const requestTypes: Record<EditRequest['type'], AnyType> = {
  insert,
  remove,
  move,
  set,
  assign,
  'create-template': createTemplate,
  'remove-template': removeTemplate,
};

/** The strict schema of a request, by its type. */
export const editRequestSchema = byTag<EditRequest>(
  'type',
  Object.fromEntries(Object.entries(requestTypes).map(([name, type]) => [name, type.schema])),
);

/** The document after `edit`, or null if it is removed. @throws Problem if the edit is refused */
export const applyEdit = (edit: Edit, draft: Draft, kinds: KindSet | null): DraftDocument | null =>
  editTypes[edit.type].apply(edit, draft, kinds);

/** The edit that takes `edit` back. */
export const invertEdit = (edit: Edit): Edit => editTypes[edit.type].invert(edit);

/** One sentence about `edit`, read against the draft before it. */
export const describeEdit = (edit: Edit, draft: Draft, kinds: KindSet): string =>
  editTypes[edit.type].describe(edit, draft, kinds);

/** What a unit of edits did: the exact edits, their sentences, and the documents that are different now (null: removed). */
export interface UnitResult {
  readonly edits: readonly Edit[];
  readonly sentences: readonly string[];
  readonly documents: ReadonlyMap<DocumentKey, DraftDocument | null>;
}

/**
 * Makes requests exact and applies them, all or none.
 * @param requests checked against `editRequestSchema` before
 * @throws Problem for the first that is refused; its place starts with `edits[n]` if there are several
 */
export function applyRequests(requests: readonly EditRequest[], draft: Draft, tools: EditTools): UnitResult {
  if (requests.length > LIMITS.editsPerUnit) {
    throw new Problem('limit-reached', `A unit holds at most ${LIMITS.editsPerUnit} edits.`, {
      place: 'edits',
      remedy: 'Send several units.',
    });
  }
  return inOrder(requests, draft, tools.kinds, (request, now) =>
    requestTypes[request.type].resolve(request, now, tools),
  );
}

/** Applies exact edits, all or none. */
export const applyUnit = (edits: readonly Edit[], draft: Draft, kinds: KindSet): UnitResult =>
  inOrder(edits, draft, kinds, (edit) => edit);

function inOrder<T>(
  items: readonly T[],
  draft: Draft,
  kinds: KindSet,
  exact: (item: T, now: Draft) => Edit,
): UnitResult {
  const documents = new Map<DocumentKey, DraftDocument | null>();
  const now = overlay(draft, documents);
  const edits: Edit[] = [];
  const sentences: string[] = [];
  items.forEach((item, i) => {
    try {
      const edit = exact(item, now);
      const changed = applyEdit(edit, now, kinds);
      sentences.push(describeEdit(edit, now, kinds));
      documents.set(edit.document, changed);
      edits.push(edit);
    } catch (error) {
      if (!(error instanceof Problem) || items.length === 1) throw error;
      throw new Problem(error.code, error.message, {
        place: [`edits[${i}]`, error.place].filter(Boolean).join('.'),
        ...(error.remedy ? { remedy: error.remedy } : {}),
      });
    }
  });
  return { edits, sentences, documents };
}

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
