/** Requests about sections and entries: add, remove, move, copy. */
import { codeText, closed, plainText } from '../../shapes.js';
import { Problem } from '../../problem.js';
import type { Fields } from '../../fields/field.js';
import { normalValue, splitKey } from '../../fields/value.js';
import { FRAME } from '../../kinds/frame.js';
import { kindRef } from '../../kinds/kind.js';
import * as yup from 'yup';
import type { DocumentKey, NodeId, Values } from '../../documents/document.js';
import { isSection, orderFor, siblingsIn, subtree, type Draft, type DraftNode } from '../draft.js';
import { areasOf } from '../document-types.js';
import { documentIn, findKind, listAt, nameOf, nodeIn, sectionName } from '../edits/common.js';
import { circular } from '../edits/move.js';
import {
  copiesOf,
  documentKeySchema,
  placeFrom,
  placeSchema,
  typeTag,
  type PlaceRequest,
  type RequestType,
} from './type.js';

const valuesSchema = () =>
  yup
    .object()
    .strict()
    .meta({ json: { type: 'object', additionalProperties: true } });

/**
 * Adds a section to a place, or an entry to a list.
 * @example
 * { type: 'insert', document: 'template/home', kind: 'heading', place: { before: 'h-dunes' }, values: { text: 'New' } }
 */
export interface InsertRequest {
  readonly type: 'insert';
  readonly document: DocumentKey;
  /** The section kind; absent for an entry of a list. */
  readonly kind?: string;
  readonly place: PlaceRequest;
  readonly id?: string;
  readonly values?: Values;
  readonly frame?: Values;
}

/** See `InsertRequest`. */
export const insert: RequestType<InsertRequest> = {
  schema: closed({
    type: typeTag('insert'),
    document: documentKeySchema(),
    kind: plainText(100).optional(),
    place: placeSchema(),
    id: codeText().optional(),
    values: valuesSchema().optional(),
    frame: valuesSchema().optional(),
  }),
  resolve(request, draft, { kinds, newId }) {
    const document = documentIn(draft, request.document);
    const kind = request.kind === undefined ? null : findKind(kinds, request.kind);
    if (!kind && request.frame)
      throw new Problem('bad-input', 'An entry has no frame.', { place: 'frame', remedy: 'Leave it out.' });
    if (kind && !areasOf(document))
      throw new Problem('no-such-place', `${nameOf(document)} holds no sections.`, {
        place: 'document',
        remedy: 'Name a template, an arrangement, an addition or a shared section.',
      });
    const place = placeFrom(request.place, document, kinds, kind ? 'section' : 'entry');
    const node: DraftNode = {
      id: request.id ?? newId(),
      ...(kind ? { kind: kindRef(kind), frame: inNormalForm(FRAME, request.frame) } : {}),
      values: inNormalForm(kind ? kind.fields : (listAt(document, place, kinds)?.fields ?? {}), request.values),
      place,
      order: orderFor(document, place, request.place.before ?? null),
    };
    return { edits: [{ type: 'insert', document: request.document, nodes: [node] }] };
  },
};

const inNormalForm = (fields: Fields, values: Values = {}): Values =>
  Object.fromEntries(
    Object.entries(values).map(([key, value]) => {
      const { name } = splitKey(key);
      return [key, normalValue(Object.hasOwn(fields, name) ? fields[name] : null, value)];
    }),
  );

/**
 * Removes a section or an entry with everything inside it.
 * @example
 * { type: 'remove', document: 'template/home', node: 'h-dunes' }
 */
export interface RemoveRequest {
  readonly type: 'remove';
  readonly document: DocumentKey;
  readonly node: NodeId;
}

/** See `RemoveRequest`. */
export const remove: RequestType<RemoveRequest> = {
  schema: closed({ type: typeTag('remove'), document: documentKeySchema(), node: codeText().required() }),
  resolve({ document: key, node }, draft) {
    const document = documentIn(draft, key);
    nodeIn(document, node);
    return { edits: [{ type: 'remove', document: key, nodes: subtree(document, node) }] };
  },
};

/**
 * Moves a section or an entry with everything inside it.
 * @example
 * { type: 'move', document: 'template/home', node: 'h-dunes', into: 'around/footer/standard', place: {} }
 */
export interface MoveRequest {
  readonly type: 'move';
  readonly document: DocumentKey;
  readonly node: NodeId;
  /** Another document to move into; absent for the same. */
  readonly into?: DocumentKey;
  readonly place: PlaceRequest;
}

/** See `MoveRequest`. */
export const move: RequestType<MoveRequest> = {
  schema: closed({
    type: typeTag('move'),
    document: documentKeySchema(),
    node: codeText().required(),
    into: documentKeySchema().optional(),
    place: placeSchema(),
  }),
  resolve({ document: key, node: id, into = key, place: wanted }, draft, { kinds, newId }) {
    const document = documentIn(draft, key);
    const node = nodeIn(document, id);
    const target = documentIn(draft, into);
    const place = placeFrom(wanted, target, kinds, isSection(node) ? 'section' : 'entry');
    const before = wanted.before ?? null;
    if (into === key) {
      if (before === id) throw circular(sectionName(node, kinds), 'before itself');
      const to = { place, order: orderFor(document, place, before, id) };
      return { edits: [{ type: 'move', document: key, node: id, to, was: { place: node.place, order: node.order } }] };
    }
    const inside = subtree(document, id);
    const position = { place, order: orderFor(target, place, before) };
    const taken = isTaken(inside, key, draft);
    const arriving = taken
      ? copiesOf(inside, position, newId)
      : inside.map((one, i) => (i === 0 ? { ...one, ...position } : one));
    return {
      edits: [
        { type: 'remove', document: key, nodes: inside },
        { type: 'insert', document: into, nodes: arriving },
      ],
      sentence: `Moved ${sectionName(node, kinds)} from ${nameOf(document)} into ${nameOf(target)}.`,
    };
  },
};

/**
 * Whether another document than the one they are in has one of some nodes: a copy of a template has its ids. On one page
 * they must not meet.
 */
const isTaken = (nodes: readonly DraftNode[], from: DocumentKey, draft: Draft): boolean =>
  [...draft.keys()].some(
    (key) =>
      key !== from && !key.startsWith('own/') && nodes.some(({ id }) => Object.hasOwn(draft.get(key)?.nodes ?? {}, id)),
  );

/**
 * Copies a section with everything inside it; the copy has content of its own.
 * @example
 * { type: 'copy', document: 'template/home', node: 'h-dunes', into: 'template/product' }
 */
export interface CopyRequest {
  readonly type: 'copy';
  readonly document: DocumentKey;
  readonly node: NodeId;
  readonly into?: DocumentKey;
  /** Absent for right behind the original. */
  readonly place?: PlaceRequest;
}

/** See `CopyRequest`. */
export const copy: RequestType<CopyRequest> = {
  schema: closed({
    type: typeTag('copy'),
    document: documentKeySchema(),
    node: codeText().required(),
    into: documentKeySchema().optional(),
    place: placeSchema().optional(),
  }),
  resolve({ document: key, node: id, into = key, place: wanted }, draft, { kinds, newId }) {
    const document = documentIn(draft, key);
    const node = nodeIn(document, id);
    const target = documentIn(draft, into);
    const siblings = siblingsIn(document, node.place);
    const behind: PlaceRequest =
      into === key
        ? {
            ...(node.place.in === null ? {} : { in: node.place.in }),
            at: node.place.at,
            before: siblings[siblings.findIndex((one) => one.id === id) + 1]?.id ?? null,
          }
        : {};
    const request = wanted ?? behind;
    const place = placeFrom(request, target, kinds, isSection(node) ? 'section' : 'entry');
    const position = { place, order: orderFor(target, place, request.before ?? null) };
    const nodes = copiesOf(subtree(document, id), position, newId);
    const where = into === key ? nameOf(document) : `${nameOf(document)} into ${nameOf(target)}`;
    return {
      edits: [{ type: 'insert', document: into, nodes }],
      sentence: `Copied ${sectionName(node, kinds)} in ${where}.`,
    };
  },
};
