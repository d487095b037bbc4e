/** Set: one value of a section, an entry, or the document itself. Without a value: back to the default. */
import type { Field } from '../../fields/field.js';
import { inWords } from '../../fields/in-words.js';
import type { Telling } from '../../fields/telling.js';
import { checkKeyed, splitKey } from '../../fields/value.js';
import type { KindDescriptions } from '../../kinds/kind.js';
import { DOCUMENT_TYPES, headField } from '../document-types.js';
import { type DocumentKey, type NodeId, codeOf } from '../../documents/document.js';
import type { Draft, DraftDocument, DraftNode } from '../draft.js';
import {
  documentIn,
  isSame,
  nameOf,
  needed,
  nodeField,
  nodeIn,
  noField,
  sectionName,
  splitField,
  stale,
  withValue,
} from './common.js';
import type { EditType } from './step.js';
import { sure } from '../../sure.js';

/**
 * One value of a document, a section or an entry.
 * @example
 * { type: 'set', document: 'look', field: 'values.gap', value: 2, was: 1.75 }
 */
export interface SetEdit {
  readonly type: 'set';
  readonly document: DocumentKey;
  /** The section or entry; absent for a value of the document itself. */
  readonly node?: NodeId;
  /**
   * `values.KEY` or `frame.KEY` of a node; `name`, `layout.width`, `pages.product:K-1`, … of a document. A KEY is a
   * field's name, with a device or a language behind it where the value differs: `values.across@phone`.
   */
  readonly field: string;
  /** The new value; absent for the default. */
  readonly value?: unknown;
  /** What it replaces; absent if that was the default. If it is stale the edit is refused. */
  readonly was?: unknown;
}

/** See `SetEdit`. */
export const set: EditType<SetEdit> = {
  apply(edit, draft, kinds) {
    const document = documentIn(draft, edit.document);
    return edit.node === undefined ? inHead(edit, document, kinds) : inNode(edit, document, kinds);
  },

  invert: ({ value, was, ...rest }) => ({
    ...rest,
    ...(was === undefined ? {} : { value: was }),
    ...(value === undefined ? {} : { was: value }),
  }),

  describe(edit, draft, kinds, telling) {
    const document = documentIn(draft, edit.document);
    if (edit.node === undefined) return headSentence(edit, document, draft, telling);
    const node = nodeIn(document, edit.node);
    const field = nodeField(document, node, edit.field, kinds);
    return `Set ${field.label}${suffixInWords(edit.field)} of ${sectionName(node, kinds)} in ${nameOf(document)} ${toWhat(field, edit, telling)}.`;
  },
};

function inHead(edit: SetEdit, document: DraftDocument, kinds: KindDescriptions | null): DraftDocument {
  const { fixed = [], fields, groups = {} } = DOCUMENT_TYPES[document.type];
  const field = headField(document.type, edit.field);
  if (kinds && (!field || fixed.includes(edit.field)))
    throw noField(
      edit.field,
      [...Object.keys(fields), ...Object.keys(groups).map((group) => `${group}.…`)],
      nameOf(document),
    );
  guard(edit, field, document.head[edit.field], `${field?.label ?? edit.field} of ${nameOf(document)}`);
  if (kinds && field) checkNext(field, edit.field, edit);
  return { ...document, head: withValue(document.head, edit.field, edit.value) };
}

function inNode(edit: SetEdit, document: DraftDocument, kinds: KindDescriptions | null): DraftDocument {
  const node = nodeIn(document, sure(edit.node));
  const { part, key } = splitField(edit.field);
  const field = kinds && nodeField(document, node, edit.field, kinds);
  const own = (part === 'frame' ? node.frame : node.values) ?? {};
  guard(edit, field, own[key], `${field?.label ?? key} of ${sectionName(node, kinds)}`);
  if (field) checkNext(field, key, edit);
  const changed: DraftNode = { ...node, [part]: withValue(own, key, edit.value) };
  return { ...document, nodes: { ...document.nodes, [node.id]: changed } };
}

/** Checks the new value; what is required cannot go back to its default. */
function checkNext(field: Field, key: string, { field: path, value }: SetEdit): void {
  if (value !== undefined) checkKeyed(field, key, value);
  else if (field.required && splitKey(key).name === key) throw needed(field, path);
}

const UNSAID = 'Look at the latest state and make the change again; a program says what it replaces as “was”.';

function guard(edit: SetEdit, field: Field | null, now: unknown, what: string): void {
  if (isSame(now, edit.was)) return;
  throw edit.was === undefined ? stale(what, inWords(field, now), UNSAID) : stale(what, inWords(field, now));
}

function headSentence(
  { field: path, value }: SetEdit,
  document: DraftDocument,
  draft: Draft,
  telling: Telling,
): string {
  const said = DOCUMENT_TYPES[document.type].says?.(path, value, document.head, {
    ...telling,
    nameOf: nameOfKey(draft),
  });
  if (said) return said;
  const field = headField(document.type, path);
  return `Set ${field?.label ?? path} of ${nameOf(document)} ${toWhat(field, { field: path, value }, telling)}.`;
}

/** The name of a document in a draft by its key; its code if it is gone. */
export const nameOfKey =
  (draft: Pick<Draft, 'get'>) =>
  (key: DocumentKey): string =>
    String(draft.get(key)?.head['name'] ?? codeOf(key));

/** For which device or language a value is: ` on a phone`, ` in de`, or nothing. */
export function suffixInWords(path: string): string {
  const { device, language } = splitKey(path);
  return device ? ` on a ${device}` : language === undefined ? '' : ` in ${language}`;
}

function toWhat(
  field: Field | null,
  { field: path, value }: Pick<SetEdit, 'field' | 'value'>,
  telling: Telling,
): string {
  if (value !== undefined) return `to ${inWords(field, value, telling)}`;
  return suffixInWords(path) === '' ? 'back to its default' : 'back to what it is elsewhere';
}
