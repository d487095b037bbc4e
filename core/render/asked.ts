/** What the fields of sections ask for: pictures, pages that links lead to, menus. */
import { type SectionedDocument, type Values, sectionsIn } from '../documents/document.js';
import type { Field, Fields, PictureValue } from '../fields/field.js';
import { countsNow, withDefaults, typedValue, splitKey } from '../fields/value.js';
import type { PageInfo } from '../kinds/data.js';
import { FRAME } from '../kinds/frame.js';
import { upgradedValues, type KindSet } from '../kinds/kind.js';
import { linkNeeds } from '../kinds/menu.js';
import { proseNeeds } from '../kinds/prose-needs.js';
import type { Need } from '../kinds/needs.js';
import { type Stored } from '../kinds/values.js';

/** The needs of the values of fields. @param values as a view is given them */
export const fieldNeeds = (fields: Fields, values: Values): Need[] =>
  Object.entries(fields).flatMap(([name, field]: [string, Field]): Need[] => {
    const value = values[name];
    switch (field.type) {
      case 'picture':
        return pictureNeeds(typedValue(field, value));
      case 'prose':
        return proseNeeds(String(value));
      case 'link':
        return linkNeeds(typedValue(field, value));
      case 'entries':
        return typedValue(field, value).flatMap((entry: Values) => fieldNeeds(field.fields, entry));
      default:
        return [];
    }
  });

const pictureNeeds = (value: PictureValue | null): Need[] => (value ? [{ type: 'picture', hash: value.picture }] : []);

/** The codes of the menus that fields name, as far as they count. */
export const fieldMenus = (fields: Fields, values: Values): string[] =>
  Object.entries(fields).flatMap(([name, field]) =>
    field.type === 'reference' && field.to === 'menu' && values[name] !== '' && countsNow(field, values)
      ? [String(values[name])]
      : [],
  );

/** A page that is about nothing, for what is the same whatever the page. */
export const ANY_PAGE: PageInfo = {
  code: 'home',
  kind: 'home',
  title: '',
  path: '/',
  description: '',
  subject: null,
  query: {},
  listing: null,
};

/** What the sections of a document point at, whatever the page. */
export interface Pointers {
  readonly needs: readonly Need[];
  readonly menus: readonly string[];
}

// Documents never change, so what each points at is looked for once.
const kept = new WeakMap<KindSet, WeakMap<SectionedDocument, Pointers>>();

export function pointersOf(document: SectionedDocument, kinds: KindSet): Pointers {
  let documents = kept.get(kinds);
  if (!documents) kept.set(kinds, (documents = new WeakMap()));
  let found = documents.get(document);
  if (!found) documents.set(document, (found = pointersIn(document, kinds)));
  return found;
}

/** The fields that some values and lists are of. */
function saidOf(fields: Fields, { values, lists = {} }: Stored): Fields {
  const said = new Set([...Object.keys(values).map((key) => splitKey(key).name), ...Object.keys(lists)]);
  return Object.fromEntries(Object.entries(fields).filter(([name]) => said.has(name)));
}

function pointersIn(document: SectionedDocument, kinds: KindSet): Pointers {
  const needs: Need[] = [];
  const menus: string[] = [];
  for (const section of sectionsIn(document.areas)) {
    const kind = kinds.find(section.kind);
    if (!kind) continue;
    needs.push(...fieldNeeds(FRAME, withDefaults(FRAME, section.frame)));
    try {
      const stored = { ...section, values: upgradedValues(kind, section.kind, section.values) };
      const read = kind.read(stored, {});
      // Of what a page has of its own, only that counts which is said there.
      const fields = document.type === 'own' ? saidOf(kind.fields, stored) : kind.fields;
      needs.push(...fieldNeeds(fields, read.values));
      if (fields === kind.fields) needs.push(...read.needs(ANY_PAGE));
      menus.push(...fieldMenus(fields, read.values));
    } catch {
      // What cannot be read points at nothing; it is told where it is shown.
    }
  }
  return { needs, menus: [...new Set(menus)] };
}
