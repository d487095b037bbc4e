/** The values of a section as its view is given them: with defaults, for each device, cleaned, entries included. */
import type { EntriesField, Fields, ValuesOf } from '../fields/field.js';
import { cleanProse } from '../fields/prose.js';
import { isBound, withDefaults, type Reading } from '../fields/value.js';
import type { Entry, Lists, Values } from '../documents/document.js';

/** What a section stores. */
export interface Stored {
  readonly values: Values;
  readonly lists?: Lists;
}

/** Every field's value on a page. @param reading the language, and the page that values may be bound to */
export function readValues<F extends Fields>(
  fields: F,
  { values: own, lists = {} }: Stored,
  reading: Reading,
): ValuesOf<F> {
  const read: Record<string, unknown> = { ...withDefaults(fields, own, reading) };
  for (const [name, field] of Object.entries(fields)) {
    if (field.type === 'prose') read[name] = cleanProse(String(read[name]));
    if (field.type === 'entries') read[name] = readEntries(field, lists[name] ?? [], reading);
  }
  // Each field was given its value, one after the other.
  return read as ValuesOf<F>;
}

const readEntries = (field: EntriesField, list: readonly Entry[], reading: Reading): Values[] =>
  list.map(({ id, values, lists = {} }) => ({
    ...readValues(field.fields, { values, lists }, reading),
    id,
    ...(field.nests ? { entries: readEntries(field, Object.values(lists)[0] ?? [], reading) } : {}),
  }));

/** Whether what is stored differs from page to page, since something is bound to the page. */
export const isBoundSomewhere = ({ values, lists = {} }: Stored): boolean =>
  Object.values(values).some(isBound) || Object.values(lists).some((list) => list.some(isBoundSomewhere));
