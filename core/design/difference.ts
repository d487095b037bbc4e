/** The edits that make one state of a document into another. So a draft follows a revert, a merge or a file. */
import type { DocumentKey, NodeId } from '../documents/document.js';
import { isSection, nodeAt, samePlace, subtree, type DraftDocument, type DraftNode } from './draft.js';
import { impliedDocument } from './document-types.js';
import { isSame } from './edits/common.js';
import type { Edit } from './edits/edit.js';
import { orderKeys, outOfRun, placeKey, sequencesOf } from './sequence.js';
import { sure } from '../sure.js';

/** Exact edits from `from` to `to`; undefined means there is no such document. Empty if both are the same. */
export function editsBetween(key: DocumentKey, from: DraftDocument | undefined, to: DraftDocument | undefined): Edit[] {
  const implied = impliedDocument(key) ?? undefined;
  if (!implied && (!from || !to))
    return from || to ? [{ type: 'put', document: key, value: to ?? null, was: from ?? null }] : [];
  const before = sure(from ?? implied);
  const after = sure(to ?? implied);
  if (before === after) return [];
  if (before.format !== after.format) return [{ type: 'put', document: key, value: after, was: before }];
  return [...headEdits(key, before, after), ...nodeEdits(key, before, after)];
}

function headEdits(document: DocumentKey, before: DraftDocument, after: DraftDocument): Edit[] {
  return changedKeys(before.head, after.head).map((field) =>
    setEdit({ type: 'set', document, field }, before.head[field], after.head[field]),
  );
}

const setEdit = (edit: Edit & { type: 'set' }, was: unknown, value: unknown): Edit => ({
  ...edit,
  ...(value === undefined ? {} : { value }),
  ...(was === undefined ? {} : { was }),
});

/** The keys whose values differ, those of only one side among them. */
export const changedKeys = (
  before: Readonly<Record<string, unknown>> = {},
  after: Readonly<Record<string, unknown>> = {},
): string[] =>
  [...new Set([...Object.keys(before), ...Object.keys(after)])].filter((key) => !isSame(before[key], after[key]));

function nodeEdits(document: DocumentKey, before: DraftDocument, after: DraftDocument): Edit[] {
  const old = sequencesOf(before);
  const edits: Edit[] = [];
  const now: Record<NodeId, DraftNode> = { ...before.nodes };
  const wanted = sequencesOf(after);
  const orders = new Map<NodeId, string>();
  for (const [place, siblings] of wanted) {
    const ids = siblings.map(({ id }) => id);
    const stood = (old.get(place) ?? []).filter(({ id }) => nodeAt(after, id)).map(({ id }) => id);
    const moved = outOfRun(stood, ids);
    const kept = new Map(ids.filter((id) => !moved.has(id)).map((id) => [id, sure(nodeAt(before, id)).order]));
    for (const [id, order] of orderKeys(ids, kept)) orders.set(id, order);
  }
  // Outer nodes first, so that what is inside finds its place; what leaves goes last, when nothing kept is inside it.
  const visit = (parent: NodeId | null, at: string): void => {
    for (const node of wanted.get(placeKey({ in: parent, at })) ?? []) {
      const order = sure(orders.get(node.id));
      const was = nodeAt(before, node.id);
      if (was && isSection(was) !== isSection(node))
        throw new Error(`“${node.id}” is a section in one state and an entry in the other.`);
      if (!was) {
        now[node.id] = { ...node, order };
        edits.push({ type: 'insert', document, nodes: [sure(now[node.id])] });
      } else {
        if (!samePlace(was.place, node.place) || was.order !== order) {
          const to = { place: node.place, order };
          now[node.id] = { ...was, ...to };
          edits.push({ type: 'move', document, node: node.id, to, was: { place: was.place, order: was.order } });
        }
        edits.push(...valueEdits(document, was, node));
        now[node.id] = { ...node, order };
      }
      for (const place of placesInside.get(node.id) ?? []) visit(node.id, place);
    }
  };
  const placesInside = new Map<NodeId | null, Set<string>>();
  for (const { place } of Object.values(after.nodes))
    placesInside.set(place.in, (placesInside.get(place.in) ?? new Set()).add(place.at));
  for (const place of placesInside.get(null) ?? []) visit(null, place);
  return [...edits, ...removals(document, before, after, now)];
}

function valueEdits(document: DocumentKey, was: DraftNode, node: DraftNode): Edit[] {
  const edits: Edit[] = [];
  if (was.kind !== node.kind) {
    const written = ({ kind = '', values }: DraftNode) => ({ kind, values });
    edits.push({ type: 'upgrade', document, node: node.id, to: written(node), was: written(was) });
  } else
    for (const key of changedKeys(was.values, node.values))
      edits.push(
        setEdit({ type: 'set', document, node: node.id, field: `values.${key}` }, was.values[key], node.values[key]),
      );
  for (const key of changedKeys(was.frame, node.frame))
    edits.push(
      setEdit({ type: 'set', document, node: node.id, field: `frame.${key}` }, was.frame?.[key], node.frame?.[key]),
    );
  return edits;
}

function removals(
  document: DocumentKey,
  before: DraftDocument,
  after: DraftDocument,
  now: Readonly<Record<NodeId, DraftNode>>,
): Edit[] {
  const gone = Object.keys(before.nodes).filter((id) => !nodeAt(after, id));
  return gone
    .filter((id) => {
      const parent = now[id]?.place.in ?? null;
      return parent === null || nodeAt(after, parent) !== undefined;
    })
    .map((id) => ({ type: 'remove', document, nodes: subtree({ ...before, nodes: now }, id) }));
}
