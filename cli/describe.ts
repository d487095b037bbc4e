/** A document of a design as text for people: its own values, then its sections or its entries. */
import { cut } from '@parlour/core';
import { DOCUMENT_TYPES, headField, inOrder, openDocument, sectionName } from '@parlour/core/design';
import { hasSections, type Document, type Section, type Values } from '@parlour/core/documents';
import { isBound, splitKey, type Field, type Fields } from '@parlour/core/fields';
import { FRAME, type KindDescriptions } from '@parlour/core/kinds';
import { lookFields } from '@parlour/core/look';
import { writeValue } from './values.js';

/** What a document is described with: the store's time zone, for days and times, and its section kinds. */
export interface About {
  readonly zone: string;
  readonly kinds: KindDescriptions;
}

export function describeDocument(document: Document, about: About): string {
  const { zone } = about;
  const { head, nodes } = openDocument(document);
  const { fields, fixed = [] } = DOCUMENT_TYPES[document.type];
  const first = [...Object.keys(fields), ...fixed];
  const rank = (path: string): number => (first.includes(path) ? first.indexOf(path) : first.length);
  const own = Object.entries(head)
    .sort(([a], [b]) => rank(a) - rank(b) || (a < b ? -1 : 1))
    .map(([path, value]) => [path, valueText(headField(document.type, path), value, zone)] as const);
  // The look is what is set and what is not: both count.
  if (document.type === 'look')
    return inColumns([
      ['groundwork', document.groundwork],
      ...fieldRows(lookFields(document.groundwork), document.values ?? {}, true, zone).map(
        ([name, text]) => [`values.${name}`, text] as const,
      ),
    ]).join('\n');
  if (hasSections(document))
    return [
      ...inColumns(own),
      ...Object.entries(document.areas).flatMap(([area, sections]) => [
        `\n${area}`,
        ...(sections.length
          ? sections.flatMap((one) => describeSection(one, 1, about, document.type !== 'own'))
          : ['  (no sections)']),
      ]),
    ].join('\n');
  const entries = (parent: string | null, depth: number): string[] =>
    Object.values(nodes)
      .filter(({ place }) => place.in === parent)
      .sort(inOrder)
      .flatMap(({ id, values }) => [
        `${'  '.repeat(depth)}${id}  ${Object.entries(values)
          .map(([name, value]) => `${name}=${valueText(entryField(document.type, name), value, zone)}`)
          .join('  ')}`,
        ...entries(id, depth + 1),
      ]);
  return [...inColumns(own), ...entries(null, 1)].join('\n');
}

/** Names with their values, the values below each other. */
function inColumns(rows: readonly (readonly [name: string, value: string])[], indent = ''): string[] {
  const width = Math.max(0, ...rows.map(([name]) => name.length));
  return rows.map(([name, value]) => `${indent}${name.padEnd(width)}  ${value}`);
}

/** @param defaults whether the fields that nothing is said for are told too */
function describeSection(section: Section, depth: number, about: About, defaults: boolean): string[] {
  const { zone, kinds } = about;
  const kind = kinds.find(section.kind);
  const indent = '  '.repeat(depth);
  const rows = [
    ...fieldRows(kind?.fields ?? {}, section.values, defaults, zone),
    // Of the frame only what was set: its defaults are the same everywhere.
    ...fieldRows(FRAME, section.frame, false, zone).map(([name, text]) => [`frame.${name}`, text] as const),
  ];
  return [
    `${indent}${section.id}  ${sectionName(section, kinds)}  (${section.kind}${kind ? '' : ', this kind is missing'})`,
    ...inColumns(rows, `${indent}    `),
    ...Object.entries(section.slots ?? {}).flatMap(([slot, inner]) => [
      `${indent}  ${slot}`,
      ...inner.flatMap((one) => describeSection(one, depth + 2, about, defaults)),
    ]),
    ...Object.entries(section.lists ?? {}).flatMap(([list, inner]) => [
      `${indent}  ${list}`,
      ...inner.map(({ id, values }) => `${indent}    ${id}  ${valueText(null, values, zone)}`),
    ]),
  ];
}

type Row = readonly [key: string, text: string];

/** The values of fields in their order: what is set, for a device or a language too, and the defaults if wanted. */
function fieldRows(fields: Fields, own: Values, defaults: boolean, zone: string): Row[] {
  const known = Object.entries(fields).flatMap(([name, field]): Row[] => {
    const keys = Object.keys(own).filter((key) => splitKey(key).name === name);
    const set = keys.sort().map((key): Row => [key, valueText(field, own[key], zone)]);
    const isSet = keys.includes(name) || field.type === 'entries' || !defaults;
    return isSet ? set : [[name, `${valueText(field, field.default, zone)}  (default)`], ...set];
  });
  const unknown = Object.keys(own).filter((key) => !Object.hasOwn(fields, splitKey(key).name));
  return [...known, ...unknown.map((key): Row => [key, valueText(null, own[key], zone)])];
}

/** The field of entries in the lists of a type of document. */
const entryField = (type: Document['type'], name: string): Field | undefined =>
  Object.values(DOCUMENT_TYPES[type].lists ?? {}).flatMap(({ fields }) => fields[name] ?? [])[0];

function valueText(field: Field | null | undefined, value: unknown, zone: string): string {
  if (isBound(value)) {
    const { bind, fallback } = value;
    return `${bind} of the page${fallback === undefined ? '' : `, else ${valueText(field, fallback, zone)}`}`;
  }
  const text = writeValue(field, value, zone);
  return cut(text, 70);
}
