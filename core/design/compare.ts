/** What differs between two states of a design, as data and in sentences; and the state with only some of it. */
import type { PageCode } from '../pages/page.js';
import type { Field, Fields } from '../fields/field.js';
import { inWords } from '../fields/in-words.js';
import { pageInWords, pagesIn, PLAIN, type Telling } from '../fields/telling.js';
import { isBound, splitKey } from '../fields/value.js';
import { FRAME } from '../kinds/frame.js';
import type { KindDescriptions } from '../kinds/kind.js';
import { capitalised, listed } from '../words.js';
import { DOCUMENT_TYPES, headField, impliedDocument, nameOf } from './document-types.js';
import { codeOf, type DocumentKey, type NodeId } from '../documents/document.js';
import { childrenOf, nodeAt, samePlace, type Draft, type DraftDocument, type DraftNode } from './draft.js';
import { changedKeys, editsBetween } from './difference.js';
import { fieldsOfNode, sectionName } from './edits/common.js';
import { applyEdit, type Edit } from './edits/edit.js';
import { suffixInWords } from './edits/set.js';
import { outOfRun, sequencesOf } from './sequence.js';
import { sure } from '../sure.js';

/** One difference between two states of a design. */
export interface Change {
  /** Names the change among all between the same two states; used to publish it alone. */
  readonly id: string;
  readonly document: DocumentKey;
  /** The document in words, such as: the template “Home”. */
  readonly called: string;
  readonly type: 'added' | 'removed' | 'moved' | 'changed';
  readonly node?: NodeId;
  readonly field?: string;
  readonly sentence: string;
}

/** What a comparison needs beside the two states. */
export interface CompareTools {
  readonly kinds: KindDescriptions;
  readonly telling?: Telling;
  /** The name of a document in the later state, for sentences. */
  readonly nameOfKey?: (key: DocumentKey) => string;
}

/** The changes from one state of a document to another; undefined means there is none. */
export function compareDocuments(
  key: DocumentKey,
  before: DraftDocument | undefined,
  after: DraftDocument | undefined,
  { kinds, telling = PLAIN, nameOfKey = codeOf }: CompareTools,
): Change[] {
  const implied = impliedDocument(key) ?? undefined;
  const [was, now] = [before ?? implied, after ?? implied];
  if (was === now) return [];
  if (!was || !now) {
    const type = now ? 'added' : 'removed';
    const called = nameOf(sure(now ?? was));
    const sentence = `${capitalised(called)} is ${now ? 'new' : 'removed'}.`;
    return [{ id: `${key} ${type}`, document: key, called, type, sentence }];
  }
  return [...headChanges(key, was, now, { kinds, telling, nameOfKey }), ...nodeChanges(key, was, now, kinds, telling)];
}

/** What a document is called in the sentences of its changes. */
const calledIn = ({ type, head }: DraftDocument, telling: Telling): string =>
  type === 'own' ? `on ${pageInWords(String(head['page']), telling)} alone` : nameOf({ type, head });

/** The pages that the changes from one state of a document to another name. */
export function pagesBetween(before: DraftDocument | undefined, after: DraftDocument | undefined): Set<PageCode> {
  const found = new Set<PageCode>();
  for (const one of [before, after]) if (one?.type === 'own') found.add(String(one.head['page']));
  if (!before || !after || before === after) return found;
  for (const key of changedKeys(before.head, after.head)) pagesIn([key, before.head[key], after.head[key]], found);
  for (const node of Object.values(after.nodes)) {
    const was = nodeAt(before, node.id);
    if (was && was !== node) pagesIn([was.values, node.values], found);
  }
  return found;
}

function headChanges(
  document: DocumentKey,
  before: DraftDocument,
  after: DraftDocument,
  { kinds, telling, nameOfKey }: Required<CompareTools>,
): Change[] {
  const called = calledIn(after, telling);
  const fields = changedKeys(before.head, after.head).filter((field) => !isToldBySection(field, before, after));
  return fields.map((field) => {
    const [was, now] = [before.head[field], after.head[field]];
    const said =
      wholeSentence(field, called, before, after, kinds) ??
      DOCUMENT_TYPES[after.type].says?.(field, now, after.head, { ...telling, nameOf: nameOfKey });
    const about = headField(after.type, field);
    const sentence =
      said ?? `${capitalised(called)}: ${about?.label ?? field} ${becomes(about, field, was, now, telling)}.`;
    return { id: `${document} ${field}`, document, called, type: 'changed', field, sentence };
  });
}

const WHOLE = /^whole\.(.+)\.([^.]+)$/;

/** What a page has of its own in a section for the first time, or no more, is one change, its lists among it. */
function isToldBySection(field: string, before: DraftDocument, after: DraftDocument): boolean {
  const [, section] = WHOLE.exec(field) ?? [];
  return section !== undefined && (nodeAt(before, section) === undefined) !== (nodeAt(after, section) === undefined);
}

/** A further list of a section that is the page's own from now on, or no more; null for any other field. */
function wholeSentence(
  field: string,
  called: string,
  before: DraftDocument,
  after: DraftDocument,
  kinds: KindDescriptions,
): string | null {
  const [, section = '', list = ''] = WHOLE.exec(field) ?? [];
  const node = nodeAt(after, section) ?? nodeAt(before, section);
  if (!node) return null;
  const label = fieldsOfNode(after, node, kinds)?.[list]?.label ?? list;
  const how = after.head[field] === undefined ? 'as on other pages again' : 'of its own';
  return `${capitalised(called)}: ${sectionName({ ...node, values: {} }, kinds)} has ${label} ${how}.`;
}

function nodeChanges(
  document: DocumentKey,
  before: DraftDocument,
  after: DraftDocument,
  kinds: KindDescriptions,
  telling: Telling,
): Change[] {
  const changes: Change[] = [];
  const called = calledIn(after, telling);
  const add = (type: Change['type'], node: DraftNode, sentence: string, field?: string): void => {
    const id = `${document} ${node.id} ${field ?? type}`;
    changes.push({
      id,
      document,
      called,
      type,
      node: node.id,
      ...(field ? { field } : {}),
      sentence: `${capitalised(called)}: ${sentence}`,
    });
  };
  const isRoot = (node: DraftNode, other: DraftDocument, own: DraftDocument): boolean =>
    node.place.in === null || nodeAt(other, node.place.in) !== undefined || nodeAt(own, node.place.in) === undefined;
  for (const node of Object.values(before.nodes))
    if (!nodeAt(after, node.id) && isRoot(node, after, before))
      add(
        'removed',
        node,
        `${sectionName(node, kinds)} is ${isOwnPart(node, before) ? 'as on other pages again' : 'removed'}.`,
      );
  const wasAt = sequencesOf(before);
  for (const [place, siblings] of sequencesOf(after)) {
    const ids = siblings.map(({ id }) => id);
    const moved = outOfRun(
      (wasAt.get(place) ?? []).map(({ id }) => id).filter((id) => nodeAt(after, id)),
      ids,
    );
    siblings.forEach((node, i) => {
      const was = nodeAt(before, node.id);
      const next = siblings[i + 1];
      const where = next ? `above ${sectionName(next, kinds)}` : `to the end of ${node.place.at}`;
      if (!was) {
        if (isRoot(node, before, after)) add('added', node, newSentence(node, after, kinds, next ? `, ${where}` : ''));
        return;
      }
      if (moved.has(node.id) || !samePlace(was.place, node.place))
        add('moved', node, `${sectionName(was, kinds)} moved ${where}.`);
      if (was.kind !== node.kind)
        add('changed', node, `${sectionName(node, kinds)} has another kind or version.`, 'kind');
      for (const part of ['values', 'frame'] as const)
        for (const key of changedKeys(was[part], node[part]))
          add('changed', node, valueSentence(after, was, node, part, key, kinds, telling), `${part}.${key}`);
    });
  }
  return changes;
}

/** What a page has of its own in a section is no section of it. */
const isOwnPart = ({ place }: DraftNode, { type }: DraftDocument): boolean => type === 'own' && place.in === null;

function newSentence(node: DraftNode, document: DraftDocument, kinds: KindDescriptions, where: string): string {
  if (!isOwnPart(node, document)) return `${sectionName(node, kinds)} is new${where}.`;
  const fields: Fields = { ...FRAME, ...fieldsOfNode(document, node, kinds) };
  const names = new Set(Object.keys({ ...node.frame, ...node.values }).map((key) => splitKey(key).name));
  const lists = Object.keys(document.head).flatMap((key) => {
    const [, section, list] = WHOLE.exec(key) ?? [];
    return section === node.id && list !== undefined ? [list] : [];
  });
  const labels = [...names, ...lists].map((name) => fields[name]?.label ?? name);
  return `${sectionName({ ...node, values: {} }, kinds)} has ${listed(labels)} of its own.`;
}

function valueSentence(
  document: DraftDocument,
  before: DraftNode,
  after: DraftNode,
  part: 'values' | 'frame',
  key: string,
  kinds: KindDescriptions,
  telling: Telling,
): string {
  const fields: Fields = part === 'frame' ? FRAME : (fieldsOfNode(document, after, kinds) ?? {});
  const { name } = splitKey(key);
  const field = Object.hasOwn(fields, name) ? fields[name] : undefined;
  const [was, now] = [before[part]?.[key], after[part]?.[key]];
  // Named by its words before: what they are now is what the sentence tells.
  const what = `${field?.label ?? name}${suffixInWords(`${part}.${key}`)} of ${sectionName(before, kinds)}`;
  return `${what} ${becomes(field, key, was, now, telling)}.`;
}

/** What a value is and was; of long texts, and where both would be told in the same words, only that it is another. */
function becomes(field: Field | null | undefined, key: string, was: unknown, now: unknown, telling: Telling): string {
  const said = (value: unknown): string => {
    if (value !== undefined || !field) return inWords(field, value, telling);
    return suffixInWords(key) === '' ? `${inWords(field, field.default, telling)} by default` : 'as elsewhere';
  };
  const [before, after] = [said(was), said(now)];
  const isLong = field?.type === 'prose' && !isBound(now);
  return isLong || before === after ? 'is changed' : `is ${after}, was ${before}`;
}

/** The states two designs, revisions or drafts are compared by. */
export type States = Pick<Draft, 'get'>;

/**
 * The state before with only some of the changes made to it: what is published when changes are chosen.
 * A change that needs another (a section inside a new one) takes that along.
 * @param chosen ids of changes between the two states
 */
export function withChosen(
  key: DocumentKey,
  before: DraftDocument | undefined,
  after: DraftDocument | undefined,
  chosen: ReadonlySet<string>,
): DraftDocument | undefined {
  const implied = impliedDocument(key) ?? undefined;
  const edits = editsBetween(key, before, after).filter((edit) => isChosen(edit, chosen, after));
  const state = new Map<DocumentKey, DraftDocument>();
  if (before ?? implied) state.set(key, sure(before ?? implied));
  for (const edit of edits) {
    const next = applyEdit(edit, { get: (one) => state.get(one), keys: () => state.keys() }, null);
    if (next) state.set(key, next);
    else state.delete(key);
  }
  return state.get(key);
}

function isChosen(edit: Edit, chosen: ReadonlySet<string>, after: DraftDocument | undefined): boolean {
  const key = edit.document;
  switch (edit.type) {
    case 'put':
      return chosen.has(`${key} added`) || chosen.has(`${key} removed`);
    case 'set':
      if (edit.node !== undefined) return chosen.has(`${key} ${edit.node} ${edit.field}`);
      return chosen.has(`${key} ${edit.field}`) || ofChosenList(edit.field, key, chosen);
    case 'upgrade':
      return chosen.has(`${key} ${edit.node} kind`);
    case 'move':
      return chosen.has(`${key} ${edit.node} moved`) || intoChosen(edit.node, key, chosen, after);
    case 'remove':
      return edit.nodes.some((node) => chosen.has(`${key} ${node.id} removed`));
    case 'insert':
      return edit.nodes.some(
        (node) =>
          chosen.has(`${key} ${node.id} added`) ||
          intoChosen(node.id, key, chosen, after) ||
          holdsChosenList(node, key, chosen) ||
          holdsChosen(node.id, key, chosen, after),
      );
  }
}

/** A list that is a page’s own is chosen with what is in it, and with the section it is of. */
const holdsChosenList = ({ id, place }: DraftNode, key: DocumentKey, chosen: ReadonlySet<string>): boolean =>
  key.startsWith('own/') &&
  (chosen.has(`${key} whole.${place.in ?? ''}.${place.at}`) ||
    (place.in === null && [...chosen].some((one) => one.startsWith(`${key} whole.${id}.`))));

/** A list that is a page’s own goes with what the page has of its own in the section. */
const ofChosenList = (field: string, key: DocumentKey, chosen: ReadonlySet<string>): boolean => {
  const [, section] = WHOLE.exec(field) ?? [];
  return section !== undefined && [`${section} added`, `${section} removed`].some((id) => chosen.has(`${key} ${id}`));
};

/** Whether a node stands, in the end, inside something new that was chosen. */
function intoChosen(
  id: NodeId,
  key: DocumentKey,
  chosen: ReadonlySet<string>,
  after: DraftDocument | undefined,
): boolean {
  if (!after) return false;
  for (let at = nodeAt(after, id)?.place.in ?? null; at !== null; at = nodeAt(after, at)?.place.in ?? null)
    if (chosen.has(`${key} ${at} added`)) return true;
  return false;
}

/** Whether something chosen stands, in the end, inside a node. */
const holdsChosen = (
  id: NodeId,
  key: DocumentKey,
  chosen: ReadonlySet<string>,
  after: DraftDocument | undefined,
): boolean =>
  (after ? childrenOf(after, id) : []).some(
    (node) =>
      chosen.has(`${key} ${node.id} added`) ||
      chosen.has(`${key} ${node.id} moved`) ||
      holdsChosen(node.id, key, chosen, after),
  );
