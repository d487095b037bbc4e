/**
 * The form of documents while they are worked on: a flat head of values, and every section and entry flat in one map,
 * each knowing its place and an order key among its siblings. So an edit touches one value or one node, and two
 * editors rarely meet. Published documents nest; `openDocument` and `closeDocument` go between the two.
 */
import { generateKeyBetween, generateNKeysBetween } from 'fractional-indexing';
import { areasOf, groupsOf } from './document-types.js';
import {
  type Document,
  type DocumentKey,
  type DocumentOf,
  type DocumentTypeName,
  type NodeId,
  type Section,
  type Values,
  isOfType,
} from '../documents/document.js';
import type { DesignState } from '../documents/state.js';
import { sure } from '../sure.js';

/** Where a node stands: in an area or list of its document (`in` is null), or in a slot or list of another node. */
export interface Place {
  readonly in: NodeId | null;
  readonly at: string;
}

/** A section, or an entry of a list (then it has no kind and no frame). */
export interface DraftNode {
  readonly id: NodeId;
  readonly kind?: string;
  readonly frame?: Values;
  readonly values: Values;
  readonly place: Place;
  /** Sorts siblings as text; ties are broken by id. */
  readonly order: string;
}
/** A node that is a section; the others are entries. */
export interface DraftSection extends DraftNode {
  readonly kind: string;
  readonly frame: Values;
}

/** A document in the form that edits work on: a flat head and a flat map of nodes. */
export interface DraftDocument {
  readonly format: number;
  readonly type: DocumentTypeName;
  /** Values of the document itself by path: `name`, `layout.width`, `pages.product:K-1`. */
  readonly head: Values;
  readonly nodes: Readonly<Record<NodeId, DraftNode>>;
}

/** All documents of a draft. Reading only: edits answer with the one document they change. */
export interface Draft {
  get(key: DocumentKey): DraftDocument | undefined;
  keys(): Iterable<DocumentKey>;
}

/** A draft read as it would be published. */
export const closedState = (draft: Pick<Draft, 'get' | 'keys'>): DesignState => ({
  get<K extends DocumentKey>(key: K) {
    const document = draft.get(key);
    // What is stored under a key is of its type.
    return document && (closeDocument(document) as DocumentOf<K>);
  },
  keys: () => draft.keys(),
});

export const isSection = (node: DraftNode): node is DraftSection => node.kind !== undefined;

export const samePlace = (a: Place, b: Place): boolean => a.in === b.in && a.at === b.at;

/** A node by its id. Ids come from outside, and a plain object also answers to names such as `constructor`. */
export const nodeAt = ({ nodes }: Pick<DraftDocument, 'nodes'>, id: NodeId): DraftNode | undefined =>
  Object.hasOwn(nodes, id) ? nodes[id] : undefined;

/** Nodes standing in `place`, in order. */
export const siblingsIn = (document: DraftDocument, place: Place): DraftNode[] =>
  Object.values(document.nodes)
    .filter((node) => samePlace(node.place, place))
    .sort(inOrder);

/** Compares two nodes of one place by their order. */
export const inOrder = (a: DraftNode, b: DraftNode): number =>
  a.order < b.order ? -1 : a.order > b.order ? 1 : a.id < b.id ? -1 : 1;

/** A node and everything inside it, outer first. */
export function subtree(document: DraftDocument, id: NodeId): DraftNode[] {
  const root = nodeAt(document, id);
  if (!root) return [];
  const all = [root];
  for (let i = 0; i < all.length; i++) all.push(...childrenOf(document, sure(all[i]).id));
  return rootFirst(all);
}

/** The nodes right inside a node, or those of the document itself (null), in no order. */
export function childrenOf({ nodes }: Pick<DraftDocument, 'nodes'>, id: NodeId | null): readonly DraftNode[] {
  let index = children.get(nodes);
  if (!index) {
    index = new Map();
    for (const node of Object.values(nodes)) {
      const siblings = index.get(node.place.in);
      if (siblings) siblings.push(node);
      else index.set(node.place.in, [node]);
    }
    children.set(nodes, index);
  }
  return index.get(id) ?? [];
}

// The nodes of a document are never changed in place.
const children = new WeakMap<DraftDocument['nodes'], Map<NodeId | null, DraftNode[]>>();

/** Nodes of one subtree in the order they are compared in: the root, which comes first, then by id. */
export const rootFirst = ([root, ...inside]: readonly DraftNode[]): DraftNode[] =>
  root ? [root, ...inside.sort((a, b) => (a.id < b.id ? -1 : 1))] : [];

/**
 * An order key for a new sibling in `place`.
 * @param before the sibling it goes in front of; null puts it last
 * @param moving a sibling that is about to leave its place and so does not count
 */
export function orderFor(document: DraftDocument, place: Place, before: NodeId | null, moving?: NodeId): string {
  const siblings = siblingsIn(document, place).filter((node) => node.id !== moving);
  const at = before === null ? siblings.length : siblings.findIndex((node) => node.id === before);
  const low = siblings[at - 1]?.order ?? null;
  const high = siblings.slice(at).find((node) => low === null || node.order > low)?.order ?? null;
  return generateKeyBetween(low, high);
}

/** Order keys for new siblings right behind a node, before whatever follows it. */
export function ordersBehind(document: DraftDocument, node: DraftNode, count: number): string[] {
  const next = siblingsIn(document, node.place).find(({ order }) => order > node.order);
  return generateNKeysBetween(node.order, next?.order ?? null, count);
}

/** A published document as a draft. The same document always opens the same way. */
export function openDocument(document: Document): DraftDocument {
  const { format, type, ...rest } = document;
  // Whatever its type, what is in areas and lists is nodes, and the rest is its head.
  const { areas, lists = {}, ...head } = rest as { areas?: Children; lists?: Children };
  const nodes: Record<NodeId, DraftNode> = {};
  const add = (children: Children, parent: NodeId | null): void => {
    for (const [at, list] of Object.entries(children)) {
      const orders = generateNKeysBetween(null, null, list.length);
      list.forEach(({ slots = {}, lists: inner = {}, ...own }: Section, i) => {
        nodes[own.id] = { ...own, place: { in: parent, at }, order: sure(orders[i]) };
        add(slots, own.id);
        // Entries are sections without a kind here.
        add(inner as Children, own.id);
      });
    }
  };
  add(areas ?? {}, null);
  add(lists, null);
  return {
    format,
    type,
    head: flatHead(type, head),
    nodes,
  };
}

/** Sections by where they stand; entries too, which are sections without a kind here. */
type Children = Readonly<Record<string, readonly Section[]>>;

/** A draft document as it is published: nested, in order, without order keys. */
export function closeDocument(document: DraftDocument): Document {
  let found = closed.get(document);
  if (!found) closed.set(document, (found = nest(document)));
  return found;
}

/**
 * A document of a type as it is published.
 * @throws Error if it is of another type
 */
export function closeAs<T extends DocumentTypeName>(type: T, document: DraftDocument): Extract<Document, { type: T }> {
  const found = closeDocument(document);
  if (!isOfType(type, found))
    throw new Error(`A ${type} document was asked for, and this is of the type ${found.type}.`);
  return found;
}

// Draft documents are never changed in place, so each is closed once.
const closed = new WeakMap<DraftDocument, Document>();

function nest({ format, type, head, nodes }: DraftDocument): Document {
  const children = new Map<NodeId | null, Map<string, DraftNode[]>>();
  for (const node of Object.values(nodes)) {
    let places = children.get(node.place.in);
    if (!places) children.set(node.place.in, (places = new Map()));
    const siblings = places.get(node.place.at);
    if (siblings) siblings.push(node);
    else places.set(node.place.at, [node]);
  }
  const inside = (id: NodeId | null): { sections: Children; entries: Children } => {
    const sections: Record<string, Section[]> = {};
    const entries: Record<string, Section[]> = {};
    const places = [...(children.get(id) ?? [])].sort(([a], [b]) => (a < b ? -1 : 1));
    for (const [at, siblings] of places) {
      const first = sure(siblings[0]);
      (isSection(first) ? sections : entries)[at] = siblings.sort(inOrder).map(nested);
    }
    return { sections, entries };
  };
  const nested = ({ place: _place, order: _order, ...own }: DraftNode): Section => {
    const { sections, entries } = inside(own.id);
    return {
      // An entry is a section without a kind here.
      ...(own as Section),
      ...(Object.keys(sections).length ? { slots: sections } : {}),
      ...(Object.keys(entries).length ? { lists: entries } : {}),
    };
  };
  const { sections, entries } = inside(null);
  return {
    format,
    type,
    ...nestedHead(type, head),
    ...areasIn(areasOf({ type, head }), sections),
    ...(Object.keys(entries).length ? { lists: entries } : {}),
  } as Document;
}

/**
 * The areas as they are published: the first always, others where something stands in them. What stands in one that
 * the page kind no longer has is kept all the same.
 */
function areasIn(declared: readonly string[] | null, sections: Children): { areas?: Children } {
  if (!declared) return {};
  const [first = 'main', ...others] = declared;
  const filled = [...new Set([...others, ...Object.keys(sections)])].filter((area) => area !== first && sections[area]);
  const all = [first, ...filled].map((area) => [area, sections[area] ?? []] as const);
  return { areas: Object.fromEntries(all) };
}

/** `{ layout: { width } }` as `{ 'layout.width' }`, for the groups of the document's type. */
function flatHead(type: DocumentTypeName, head: Readonly<Record<string, unknown>>): Values {
  const groups = groupsOf(type);
  const flat: Record<string, unknown> = {};
  for (const [name, value] of Object.entries(head)) {
    if (!groups.includes(name)) flat[name] = value;
    else for (const [key, inner] of Object.entries(sure(value))) flat[`${name}.${key}`] = inner;
  }
  return flat;
}

function nestedHead(type: DocumentTypeName, flat: Values): Record<string, unknown> {
  const groups = groupsOf(type);
  const head: Record<string, unknown> = {};
  for (const [path, value] of Object.entries(flat)) {
    const { group, key } = splitPath(path);
    if (group === '' || !groups.includes(group)) head[path] = value;
    // What stands in a group is put there by this loop alone.
    else head[group] = { ...(head[group] as object | undefined), [key]: value };
  }
  return head;
}

/** The group and the key in it that a path of a head means: `layout` and `width` of `layout.width`. */
export function splitPath(path: string): { group: string; key: string } {
  const dot = path.indexOf('.');
  return dot < 0 ? { group: '', key: path } : { group: path.slice(0, dot), key: path.slice(dot + 1) };
}
