/** What every type of request offers, and what several of them share. */
import type { Schema } from 'yup';
import { codeText, closed, exactly, plainText } from '../../shapes.js';
import { Problem } from '../../problem.js';
import type { KindDescriptions } from '../../kinds/kind.js';
import { nodeIn, placesIn } from '../edits/common.js';
import type { Resolved } from '../edits/edit.js';
import type { NodeId, Values } from '../../documents/document.js';
import type { Telling } from '../../fields/telling.js';
import { samePlace, type Draft, type DraftDocument, type DraftNode, type Place } from '../draft.js';
import { sure } from '../../sure.js';

/** What is handed in from outside so that edits stay deterministic. */
export interface EditTools {
  readonly kinds: KindDescriptions;
  /**
   * The values of a section as its kind of today takes them; null where kinds are known by what they say of themselves
   * alone: then what needs it cannot be worked out (`Unpredictable`).
   */
  readonly upgraded: ((ref: string, values: Values) => Values) | null;
  /** A new id for a section or entry, unique within the design. */
  readonly newId: () => string;
  readonly telling?: Telling;
}

/** Thrown by what only the service can work out. */
export class Unpredictable extends Error {}

/** One type of requests: its form, and the edits it comes down to. */
export interface RequestType<R> {
  /** Strict schema of the request. */
  readonly schema: Schema;
  /** Makes a request exact: finds order keys, gives ids, notes what it replaces. Throws a Problem if it cannot be. */
  resolve(request: R, draft: Draft, tools: EditTools): Resolved;
}

/** A document key as it comes in. */
export const documentKeySchema = () =>
  plainText(200)
    .matches(/^[a-z-]+(\/[A-Za-z0-9_.-]+){0,2}$/, '${path} must name a document such as template/product-standard')
    .required();

/** The `type` of a request, one exact word. */
export const typeTag = <T extends string>(name: T) => exactly(name);

/** A place at the door. */
export interface PlaceRequest {
  /** The section or entry it is inside of; absent for the document itself. */
  readonly in?: string;
  /** The area, slot or list; `main` if absent. */
  readonly at?: string;
  /** The sibling to go in front of; absent or null to go last. */
  readonly before?: string | null;
}

/** A place as it comes in: see `PlaceRequest`. */
export const placeSchema = () =>
  closed({
    in: codeText().optional(),
    at: codeText().optional(),
    before: codeText().nullable().optional(),
  });

/** The place a request means, checked to exist. Without `at` it is the first place there is. */
export function placeFrom(
  request: PlaceRequest,
  document: DraftDocument,
  kinds: KindDescriptions,
  what: 'section' | 'entry',
): Place {
  const parent = request.in ?? null;
  const places = placesIn(parent, document, kinds);
  const [first = 'main'] = what === 'section' ? places.sections : places.entries;
  const before = request.before ?? null;
  const beside = before === null ? null : nodeIn(document, before).place;
  const place: Place = { in: parent, at: request.at ?? (beside?.in === parent ? beside.at : first) };
  if (beside && !samePlace(beside, place)) {
    throw new Problem('no-such-place', `“${String(before)}” is not in that place, so nothing can go before it.`, {
      place: 'place.before',
      remedy: 'Name one that is in the same place, or leave it out to go last.',
    });
  }
  return place;
}

/** Copies of a node and all inside it, with new ids, standing at `position`. */
export function copiesOf(
  nodes: readonly DraftNode[],
  { place, order }: Pick<DraftNode, 'place' | 'order'>,
  newId: () => string,
): DraftNode[] {
  const ids = new Map<NodeId, NodeId>(nodes.map(({ id }) => [id, newId()]));
  return nodes.map((node, i) => ({
    ...node,
    id: sure(ids.get(node.id)),
    ...(i === 0 ? { place, order } : { place: { ...node.place, in: sure(ids.get(sure(node.place.in))) } }),
  }));
}

/** Letters that are no letter with a mark. */
const PLAIN: Readonly<Record<string, string>> = { ß: 'ss', æ: 'ae', œ: 'oe', ø: 'o', ł: 'l', đ: 'd', ð: 'd' };

/** A code made from a name, that nothing has yet. @example freeCode('Große Körbe', () => false) // 'grosse-korbe' */
export function freeCode(name: string, isTaken: (code: string) => boolean): string {
  const base =
    name
      .normalize('NFKD')
      .replace(/\p{M}/gu, '')
      .toLowerCase()
      .replace(/[ßæœøłđð]/g, (letter) => PLAIN[letter] ?? letter)
      .replace(/[^a-z0-9]+/g, '-')
      .slice(0, 40)
      .replace(/^-+|-+$/g, '') || 'new';
  for (let n = 1; ; n++) {
    const code = n === 1 ? base : `${base}-${n}`;
    if (!isTaken(code)) return code;
  }
}
