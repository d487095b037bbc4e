/** What edits share: finding documents, nodes and fields, checking places, naming things in sentences. */
import { Problem } from '../../problem.js';
import type { EntriesField, Field, Fields } from '../../fields/field.js';
import { proseWords } from '../../fields/prose.js';
import { splitKey } from '../../fields/value.js';
import { FRAME } from '../../kinds/frame.js';
import { fitsInWords, kindName, type KindDescription, type KindDescriptions, type Kinds } from '../../kinds/kind.js';
import { areasOf, DOCUMENT_TYPES, impliedDocument, nameOf } from '../document-types.js';
import type { DocumentKey, NodeId } from '../../documents/document.js';
import { isSection, nodeAt, type Draft, type DraftDocument, type DraftNode, type Place } from '../draft.js';
import type { Rule } from '../../pages/rule.js';
import { printRule } from '../../pages/rule-text.js';
import { LIMITS } from '../limits.js';
import { cut, didYouMean, namesThere } from '../../words.js';
import { isOneOf } from '../../one-of.js';

export { nameOf };

/** Whether two values say the same, whatever the order of their keys. */
export { dequal as isSame } from 'dequal/lite';

/** A document of the draft, or what it is while nothing was set in it. @throws Problem `no-such-document` */
export function documentIn(draft: Draft, key: DocumentKey): DraftDocument {
  const document = draft.get(key) ?? impliedDocument(key);
  if (document) return document;
  throw new Problem('no-such-document', `This design has no “${key}”.`, {
    place: 'document',
    remedy: namesLike(key, draft),
  });
}

/** The documents of the same sort as a key names, for whoever has named none of them. */
export function namesLike(key: DocumentKey, draft: Pick<Draft, 'keys'>): string {
  const start = key.slice(0, key.lastIndexOf('/') + 1);
  const known = [...draft.keys()].filter((one) => one.startsWith(start) && start !== '');
  return namesThere(
    key.slice(start.length),
    known.map((one) => one.slice(start.length)),
    'List the documents to see what there is.',
  );
}

/** A section or entry by its id. @throws Problem `no-such-section` */
export function nodeIn(document: DraftDocument, id: NodeId): DraftNode {
  const node = nodeAt(document, id);
  if (node) return node;
  const what = areasOf(document) ? 'section' : 'entry';
  throw new Problem('no-such-section', `There is no ${what} “${id}” in ${nameOf(document)}.`, {
    place: 'node',
    remedy: 'It may have been removed in the meantime; load the document again.',
  });
}

/** The fields a node's values are for: those of its kind, or of the list an entry stands in. Null if that is missing. */
export function fieldsOfNode(document: DraftDocument, node: DraftNode, kinds: KindDescriptions | null): Fields | null {
  if (isSection(node)) return kinds?.find(node.kind)?.fields ?? null;
  return listAt(document, node.place, kinds)?.fields ?? null;
}

/** The list that a place is, or null if it is an area, a slot, or nothing. */
export function listAt(
  document: DraftDocument,
  { in: parent, at }: Place,
  kinds: KindDescriptions | null,
): EntriesField | null {
  if (parent === null) {
    const lists = DOCUMENT_TYPES[document.type].lists ?? {};
    return Object.hasOwn(lists, at) ? (lists[at] ?? null) : null;
  }
  const node = nodeAt(document, parent);
  if (!node) return null;
  if (!isSection(node)) {
    const own = listAt(document, node.place, kinds);
    return own?.nests && at === node.place.at ? own : null;
  }
  const fields = kinds?.find(node.kind)?.fields;
  const field = fields && Object.hasOwn(fields, at) ? fields[at] : undefined;
  return field?.type === 'entries' ? field : null;
}

/** Checks that a node of this form may stand at a place. @throws Problem `no-such-place` */
export function checkPlace(
  place: Place,
  document: DraftDocument,
  kinds: KindDescriptions,
  what: 'section' | 'entry',
): void {
  const places = placesIn(place.in, document, kinds);
  const wanted = what === 'section' ? places.sections : places.entries;
  if (wanted.includes(place.at)) return;
  const owner = place.in === null ? nameOf(document) : sectionName(nodeIn(document, place.in), kinds);
  throw new Problem(
    'no-such-place',
    `${owner} has no place “${place.at}” for ${what === 'section' ? 'sections' : 'entries'}.`,
    {
      place: 'place',
      remedy: wanted.length
        ? `Its places are: ${wanted.join(', ')}.`
        : `It holds no ${what === 'section' ? 'sections' : 'entries'}.`,
    },
  );
}

/** The places inside a document (`id` null) or a node. */
export function placesIn(id: NodeId | null, document: DraftDocument, kinds: KindDescriptions | null) {
  if (id === null)
    return { sections: areasOf(document) ?? [], entries: Object.keys(DOCUMENT_TYPES[document.type].lists ?? {}) };
  const node = nodeIn(document, id);
  if (!isSection(node))
    return { sections: [], entries: listAt(document, node.place, kinds)?.nests ? [node.place.at] : [] };
  const kind = kinds?.find(node.kind);
  const lists = Object.entries(kind?.fields ?? {}).filter(([, field]) => field.type === 'entries');
  return { sections: Object.keys(kind?.slots ?? {}), entries: lists.map(([name]) => name) };
}

/** How many nodes deep a place lies; an area is 0. */
export function depthOf(place: Place, document: DraftDocument): number {
  let depth = 0;
  for (let at = place; at.in !== null; at = nodeIn(document, at.in).place) depth++;
  return depth;
}

/** Refuses a section where its kind may not be. @throws Problem `no-such-place` */
export function checkFits(kind: KindDescription, document: DraftDocument): void {
  const { fits } = kind;
  if (!fits) return;
  const { pageKind, region } = document.head;
  const placed =
    document.type === 'template'
      ? isOneOf(fits.pages, pageKind)
      : document.type !== 'arrangement' || isOneOf(fits.regions, region);
  if (placed) return;
  throw new Problem('no-such-place', `${kind.title} does not fit into ${nameOf(document)}.`, {
    place: 'kind',
    remedy: `It is made for ${fitsInWords(kind)}.`,
  });
}

/** Checks that the document has not grown beyond its limits. */
export function checkSize(document: DraftDocument, place: Place, kinds: KindDescriptions): void {
  const limit = (count: number, most: number, what: string): void => {
    if (count <= most) return;
    throw new Problem('limit-reached', `${nameOf(document)} would have more than ${most} ${what}.`, {
      place: 'document',
      remedy: 'Remove some first, or split it.',
    });
  };
  const list = listAt(document, place, kinds);
  if (list) {
    const there = Object.values(document.nodes).filter(
      (node) => node.place.in === place.in && node.place.at === place.at,
    );
    limit(there.length, list.max, `${list.label.toLowerCase()} there`);
  } else limit(Object.values(document.nodes).filter(isSection).length, LIMITS.sectionsPerDocument, 'sections');
}

/** The refusal to take away a value that is required. */
export const needed = ({ label, help }: Pick<Field, 'label' | 'help'>, place: string): Problem =>
  new Problem('bad-value', `${label} is needed.`, { place, remedy: help });

/** The kind of a section. @throws Problem `no-such-section-kind`, with the nearest name */
export function findKind<K extends KindDescription>(kinds: Kinds<K>, ref: string): K {
  const kind = kinds.find(ref);
  if (kind) return kind;
  const names = kinds.all.map(({ name }) => name);
  throw new Problem('no-such-section-kind', `There is no section kind “${ref}”.`, {
    place: 'kind',
    remedy: `${didYouMean(kindName(ref), names)}List the section kinds to see which there are.`,
  });
}

/** The field that a `values.KEY` or `frame.KEY` of a node means. @throws Problem `no-such-field` */
export function nodeField(document: DraftDocument, node: DraftNode, path: string, kinds: KindDescriptions): Field {
  const { part, key } = splitField(path);
  if (isSection(node) && part === 'values') findKind(kinds, node.kind);
  const fields =
    part === 'frame' ? (isSection(node) ? FRAME : {}) : part === 'values' ? fieldsOfNode(document, node, kinds) : null;
  const { name } = splitKey(key);
  // The fields of the frame are known one by one; here they are looked up by a name that may be any.
  const field = fields && Object.hasOwn(fields, name) ? (fields as Fields)[name] : undefined;
  if (field && field.type !== 'entries') return field;
  const known = [
    ...Object.entries(fieldsOfNode(document, node, kinds) ?? {}).flatMap(([one, { type }]) =>
      type === 'entries' ? [] : [`values.${one}`],
    ),
    ...(isSection(node) ? Object.keys(FRAME).map((one) => `frame.${one}`) : []),
  ];
  throw noField(path, known, isSection(node) ? `a ${kindName(node.kind)}` : 'an entry');
}

/** Takes a field such as `values.title` apart. */
export function splitField(path: string): { part: string; key: string } {
  const dot = path.indexOf('.');
  return dot < 0 ? { part: path, key: '' } : { part: path.slice(0, dot), key: path.slice(dot + 1) };
}

/** The refusal of a field that does not exist, with the nearest one. */
export function noField(field: string, there: readonly string[], where: string): Problem {
  const plain = (path: string): string => path.replace(/^values\./, '');
  const known = there.map(plain);
  return new Problem('no-such-field', `There is no field “${plain(field)}” in ${where}.`, {
    place: 'field',
    remedy: known.length ? `${didYouMean(plain(field), known)}Its fields: ${known.join(', ')}.` : 'It has no fields.',
  });
}

type Named = Pick<DraftNode, 'kind' | 'values'> & Partial<Pick<DraftNode, 'place'>>;
/** A section or entry as people call it: the title of its kind, with its own words where it has some. */
export function sectionName(node: Named, kinds: KindDescriptions | null): string {
  if (node.kind === undefined) return entryName(node);
  const words = ownWords(node);
  const title = kinds?.find(node.kind)?.title ?? node.kind;
  return words ? `${title} “${words}”` : title;
}

function entryName(node: Named): string {
  const { when } = node.values;
  // A field of that name holds a rule.
  if (when) return `the rule ${printRule(when as Rule)}`;
  const words = ownWords(node);
  return words ? `the entry “${words}”` : `an entry${node.place ? ` of ${node.place.at}` : ''}`;
}

function ownWords({ values }: Pick<DraftNode, 'values'>): string {
  const own = ['title', 'text', 'label', 'name']
    .map((name) => values[name])
    .find((one) => typeof one === 'string' && one);
  return typeof own === 'string' ? cut(proseWords(own), 40) : '';
}

/** The refusal of an edit that replaces something that has changed meanwhile. */
export const stale = (
  what: string,
  now: string,
  remedy = 'Look at the latest state and make the change again.',
): Problem =>
  new Problem('stale-edit', `${what} has changed in the meantime; it is now ${now}.`, { place: 'was', remedy });

/** The values with one of them different; undefined takes it away. */
export function withValue<T extends Readonly<Record<string, unknown>>>(values: T, key: string, value: unknown): T {
  const next: Record<string, unknown> = {};
  // Copied without the key: taking it out afterwards makes objects slow.
  for (const name of Object.keys(values)) if (name !== key) next[name] = values[name];
  if (value !== undefined) next[key] = value;
  // A copy of a `T` in which one value was put or taken away that a `T` need not have.
  return next as T;
}
