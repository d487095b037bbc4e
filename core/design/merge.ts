/**
 * Three-way merge, value by value: what `ours` changed since `base` is brought into `theirs`. One merge for chosen
 * changes, timed changes and taking them back, reverts, and a design that brings in what the live one published.
 */
import type { Field, Fields } from '../fields/field.js';
import { inWords } from '../fields/in-words.js';
import { PLAIN, type Telling } from '../fields/telling.js';
import { splitKey } from '../fields/value.js';
import { FRAME } from '../kinds/frame.js';
import type { KindDescriptions } from '../kinds/kind.js';
import { headField, impliedDocument, nameOf } from './document-types.js';
import type { DocumentKey, NodeId } from '../documents/document.js';
import { isSection, nodeAt, samePlace, type DraftDocument, type DraftNode } from './draft.js';
import { changedKeys } from './difference.js';
import { fieldsOfNode, isSame, sectionName } from './edits/common.js';
import { orderKeys, outOfRun, sequencesOf } from './sequence.js';
import { capitalised } from '../words.js';
import { sure } from '../sure.js';

/** Both changed the same thing, differently. Nothing is guessed: `theirs` stays, and people are told. */
export interface Conflict {
  readonly document: DocumentKey;
  readonly node?: NodeId;
  readonly field?: string;
  readonly sentence: string;
}

/** A document after a merge, and what could not be merged. */
export interface Merged {
  /** The merged document; undefined if there is none. */
  readonly document: DraftDocument | undefined;
  readonly conflicts: readonly Conflict[];
}

type State = DraftDocument | undefined;
/** Without a prototype: ids are looked up that it may not have. */
type Nodes = Record<NodeId, DraftNode>;

/** Brings what `ours` changed since `base` into `theirs`. */
export function mergeDocument(
  key: DocumentKey,
  base: State,
  ours: State,
  theirs: State,
  kinds: KindDescriptions,
  telling: Telling = PLAIN,
): Merged {
  const alike = (a: State, b: State): boolean => a === b || (!!a && !!b && sameContent(a, b));
  if (alike(base, ours) || alike(ours, theirs)) return { document: theirs, conflicts: [] };
  if (alike(base, theirs)) return { document: ours, conflicts: [] };
  // What was never made of the paths or the assignments is the same as an empty one.
  const [b, o, t] = [base, ours, theirs].map((one) => one ?? impliedDocument(key));
  if (b && o && t) return mergeInside(key, b, o, t, kinds, telling);
  const name = capitalised(nameOf(sure(theirs ?? ours)));
  const what = !base
    ? 'was created twice, differently'
    : theirs
      ? 'was changed and removed'
      : 'was removed and changed';
  return { document: theirs, conflicts: [{ document: key, sentence: `${name} ${what}.` }] };
}

/** Whether two documents would be published the same. Order keys do not count, order does. */
export function sameContent(a: DraftDocument, b: DraftDocument): boolean {
  if (a.type !== b.type || a.format !== b.format || changedKeys(a.head, b.head).length) return false;
  const ids = Object.keys(a.nodes);
  if (ids.length !== Object.keys(b.nodes).length) return false;
  const content = ({ order: _order, ...rest }: DraftNode) => rest;
  const isSameIn = (id: NodeId): boolean => {
    const there = nodeAt(b, id);
    return there !== undefined && isSame(content(sure(a.nodes[id])), content(there));
  };
  if (!ids.every(isSameIn)) return false;
  const other = sequencesOf(b);
  return [...sequencesOf(a)].every(([place, list]) => list.every(({ id }, i) => other.get(place)?.[i]?.id === id));
}

function mergeInside(
  key: DocumentKey,
  base: DraftDocument,
  ours: DraftDocument,
  theirs: DraftDocument,
  kinds: KindDescriptions,
  telling: Telling,
): Merged {
  const conflicts: Conflict[] = [];
  const documentName = capitalised(nameOf(theirs));
  const conflict = (sentence: string, where: { node?: NodeId; field?: string } = {}): void => {
    conflicts.push({ document: key, ...where, sentence: `${documentName}: ${sentence}` });
  };
  const head = mergeValues(base.head, ours.head, theirs.head, (field, mine) => {
    const about = headField(theirs.type, field);
    conflict(
      `${about?.label ?? field} is now ${inWords(about, theirs.head[field], telling)}; it was meant to become ${inWords(about, mine, telling)}.`,
      { field },
    );
  });

  const fieldOf: FieldOf = (node, part, key) => {
    const fields: Fields = part === 'frame' ? FRAME : (fieldsOfNode(theirs, node, kinds) ?? {});
    const { name } = splitKey(key);
    return Object.hasOwn(fields, name) ? fields[name] : undefined;
  };
  // Without a prototype: ids come from outside.
  const nodes: Nodes = Object.create(null) as Nodes;
  for (const id of new Set([...Object.keys(theirs.nodes), ...Object.keys(ours.nodes)])) {
    const [b, o, t] = [nodeAt(base, id), nodeAt(ours, id), nodeAt(theirs, id)];
    const node = mergeNode(id, b, o, t, conflict, kinds, fieldOf, telling);
    if (node) nodes[id] = node;
  }
  keepParents(nodes, theirs, conflict, kinds);
  breakCycles(nodes, theirs, conflict, kinds);
  const merged = { ...theirs, head, nodes };
  return { document: { ...merged, nodes: ordered(merged, base, ours, theirs, conflict, kinds) }, conflicts };
}

/** The field a value of a node is for; undefined if its kind is missing. */
type FieldOf = (node: DraftNode, part: 'values' | 'frame', key: string) => Field | undefined;

type Say = (sentence: string, where?: { node?: NodeId; field?: string }) => void;

function mergeValues(
  base: Readonly<Record<string, unknown>> = {},
  ours: Readonly<Record<string, unknown>> = {},
  theirs: Readonly<Record<string, unknown>> = {},
  conflict: (key: string, mine: unknown) => void,
): Record<string, unknown> {
  const merged = { ...theirs };
  for (const key of changedKeys(base, ours)) {
    if (isSame(ours[key], theirs[key])) continue;
    if (!isSame(base[key], theirs[key])) conflict(key, ours[key]);
    else if (ours[key] === undefined) delete merged[key];
    else merged[key] = ours[key];
  }
  return merged;
}

function mergeNode(
  id: NodeId,
  base: DraftNode | undefined,
  ours: DraftNode | undefined,
  theirs: DraftNode | undefined,
  conflict: Say,
  kinds: KindDescriptions,
  fieldOf: FieldOf,
  telling: Telling,
): DraftNode | null {
  if (!theirs) {
    if (!ours) return null;
    if (!base) return ours;
    // Removed there. What was changed here meanwhile has no place any more.
    if (!isSameNode(base, ours))
      conflict(`${sectionName(ours, kinds)} was changed, but has been removed.`, { node: id });
    return null;
  }
  if (!ours) {
    if (!base) return theirs;
    if (isSameNode(base, theirs)) return null;
    conflict(`${sectionName(theirs, kinds)} was meant to be removed, but has been changed.`, { node: id });
    return theirs;
  }
  const name = sectionName(theirs, kinds);
  const merged = (part: 'values' | 'frame') =>
    mergeValues(base?.[part], ours[part], theirs[part], (key, mine) => {
      const field = fieldOf(theirs, part, key);
      const what = `${field?.label ?? key} of ${name}`;
      const now = inWords(field, theirs[part]?.[key], telling);
      conflict(`${what} is now ${now}; it was meant to become ${inWords(field, mine, telling)}.`, {
        node: id,
        field: `${part}.${key}`,
      });
    });
  const place = mergePlace(base, ours, theirs, () =>
    conflict(`${name} was moved to two different places.`, { node: id }),
  );
  const kind = base && base.kind === theirs.kind ? ours.kind : theirs.kind;
  return {
    ...theirs,
    ...(kind === undefined ? {} : { kind }),
    values: merged('values'),
    ...(isSection(theirs) ? { frame: merged('frame') } : {}),
    place,
  };
}

const isSameNode = (a: DraftNode, b: DraftNode): boolean => {
  const content = ({ order: _order, ...rest }: DraftNode) => rest;
  return isSame(content(a), content(b));
};

function mergePlace(
  base: DraftNode | undefined,
  ours: DraftNode,
  theirs: DraftNode,
  conflict: () => void,
): DraftNode['place'] {
  if (samePlace(ours.place, theirs.place) || (base && samePlace(base.place, ours.place))) return theirs.place;
  if (base && samePlace(base.place, theirs.place)) return ours.place;
  conflict();
  return theirs.place;
}

/** What stands inside something that is gone: kept out if it comes from ours, kept with its parent if from theirs. */
function keepParents(nodes: Nodes, theirs: DraftDocument, conflict: Say, kinds: KindDescriptions): void {
  for (let again = true; again;) {
    again = false;
    for (const node of Object.values(nodes)) {
      const parent = node.place.in;
      if (parent === null || nodes[parent]) continue;
      again = true;
      const [stays, stood] = [nodeAt(theirs, parent), nodeAt(theirs, node.id)];
      if (stays && stood?.place.in === parent) {
        nodes[parent] = stays;
        conflict(
          `${sectionName(stays, kinds)} was meant to be removed, but something inside it was added or changed.`,
          {
            node: parent,
          },
        );
      } else if (stood) {
        nodes[node.id] = stood;
        conflict(`${sectionName(node, kinds)} was meant to move into something that is gone.`, { node: node.id });
        if (stood.place.in === parent) delete nodes[node.id];
      } else {
        delete nodes[node.id];
        conflict(`${sectionName(node, kinds)} was meant to be added to something that is gone.`, { node: node.id });
      }
    }
  }
}

/** Two moves that are fine alone may put each section into the other; then theirs stands. */
function breakCycles(nodes: Nodes, theirs: DraftDocument, conflict: Say, kinds: KindDescriptions): void {
  for (const id of Object.keys(nodes)) {
    const seen = new Set<NodeId>();
    for (let at: NodeId | null = id; at !== null; at = nodes[at]?.place.in ?? null) {
      if (!seen.has(at)) {
        seen.add(at);
        continue;
      }
      for (const one of seen) {
        const [node, stood] = [nodes[one], nodeAt(theirs, one)];
        if (node && stood && !samePlace(node.place, stood.place)) {
          nodes[one] = { ...node, place: stood.place };
          conflict(`${sectionName(node, kinds)} was meant to move into something that has moved into it.`, {
            node: one,
          });
        }
      }
      break;
    }
  }
}

/** Siblings in the order of theirs; what ours moved or brought goes behind the sibling it stands behind in ours. */
function ordered(
  merged: DraftDocument,
  base: DraftDocument,
  ours: DraftDocument,
  theirs: DraftDocument,
  conflict: Say,
  kinds: KindDescriptions,
): Record<NodeId, DraftNode> {
  const [wasThere, inOurs, inTheirs] = [sequencesOf(base), sequencesOf(ours), sequencesOf(theirs)];
  const idsAt = (places: Map<string, DraftNode[]>, place: string): NodeId[] =>
    (places.get(place) ?? []).map(({ id }) => id);
  const nodes: Record<NodeId, DraftNode> = {};
  for (const [place, siblings] of sequencesOf(merged)) {
    const here = new Set(siblings.map(({ id }) => id));
    const before = idsAt(wasThere, place);
    const [mine, yours] = [idsAt(inOurs, place), idsAt(inTheirs, place)];
    const [isMine, isYours, wasHere] = [new Set(mine), new Set(yours), new Set(before)];
    const mineWas = before.filter((id) => isMine.has(id));
    const movedHere = new Set([...outOfRun(mineWas, mine)].filter((id) => here.has(id)));
    const yoursWas = before.filter((id) => isYours.has(id));
    const movedThere = outOfRun(yoursWas, yours);
    for (const id of movedHere) {
      if (!movedThere.has(id) || !wasHere.has(id)) continue;
      movedHere.delete(id);
      if (neighbour(mine, id) !== neighbour(yours, id))
        conflict(`${sectionName(sure(merged.nodes[id]), kinds)} was moved to two different places.`, {
          node: id,
        });
    }
    const staying = yours.filter((id) => here.has(id) && !movedHere.has(id));
    const kept = new Map(staying.map((id) => [id, sure(nodeAt(theirs, id)).order]));
    const sequence = threaded(
      staying,
      mine.filter((id) => here.has(id)),
    );
    const threadedIn = new Set(sequence);
    const orders = orderKeys([...sequence, ...[...here].filter((id) => !threadedIn.has(id))], kept);
    for (const id of here) nodes[id] = { ...sure(merged.nodes[id]), order: sure(orders.get(id)) };
  }
  return nodes;
}

/** A sequence with what only another one has: each behind the neighbour it has there, or at the front. */
function threaded(staying: readonly NodeId[], other: readonly NodeId[]): NodeId[] {
  const known = new Set(staying);
  const behind = new Map<NodeId | null, NodeId>();
  other.forEach((id, i) => void (known.has(id) || behind.set(other[i - 1] ?? null, id)));
  return [null, ...staying].flatMap((first) => {
    const run = first === null ? [] : [first];
    for (let next = behind.get(first); next !== undefined; next = behind.get(next)) run.push(next);
    return run;
  });
}

const neighbour = (ids: readonly NodeId[], id: NodeId): NodeId | undefined => ids[ids.indexOf(id) - 1];
