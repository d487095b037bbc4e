/** Set: one field of a section, its casing, the theme or a document's own head. Without a value: back to the default. */
import * as yup from 'yup';
import { choice, link, text, type Field } from '../../fields/field.js';
import { checkValue, codeText, closed, fieldSchema, check, plainText } from '../../fields/schema.js';
import { Problem } from '../../problem.js';
import { CASING } from '../../sections/casing.js';
import type { SectionKind } from '../../sections/kind.js';
import { THEME_FIELDS } from '../../theme/settings.js';
import { WIDTHS, type DocumentKey, type SectionId, type Values } from '../document.js';
import { isSectioned, type Draft, type DraftDocument, type DraftSection } from '../draft.js';
import { LIMITS } from '../limits.js';
import {
  documentKeySchema,
  findKind,
  isSame,
  nameOf,
  noDocument,
  sectionName,
  sectionOf,
  sectioned,
  shown,
  stale,
} from './common.js';
import type { EditType } from './step.js';

export interface SetEdit {
  readonly type: 'set';
  readonly document: DocumentKey;
  /** Absent for a field of the document itself. */
  readonly section?: SectionId;
  /** `values.NAME` or `casing.NAME` of a section; `name`, `layout.width`, `entries`, `values.NAME` of a document. */
  readonly field: string;
  /** The new value; absent for the default. */
  readonly value?: unknown;
  /** What it replaces; absent if that was the default. If it is stale the edit is refused. */
  readonly was?: unknown;
}

export type SetRequest = SetEdit;

export const set: EditType<SetEdit, SetRequest> = {
  schema: closed({
    type: plainText(20).oneOf(['set']).required(),
    document: documentKeySchema,
    section: codeText().optional(),
    field: plainText(120).required(),
    value: yup.mixed().nullable().optional(),
    was: yup.mixed().nullable().optional(),
  }),

  resolve: (request) => request,

  apply(edit, draft, kinds) {
    const { part, name } = split(edit.field);
    if (edit.section === undefined) return setInDocument(edit, part, name, draft, kinds !== null);
    const document = sectioned(draft, edit.document);
    const section = sectionOf(document, edit.section);
    if (part !== 'values' && part !== 'casing') throw noField(edit.field, ['values.NAME', 'casing.NAME']);
    const field = kinds && fieldOf(findKind(kinds, section.kind), part, name);
    checkPrecondition(edit, section[part][name], `${field?.label ?? name} of ${sectionName(section, kinds)}`);
    if (field && edit.value !== undefined) checkValue(field, edit.value, name);
    const changed: DraftSection = { ...section, [part]: withValue(section[part], name, edit.value) };
    return { ...document, sections: { ...document.sections, [section.id]: changed } };
  },

  invert: ({ value, was, ...rest }) => ({
    ...rest,
    ...(was === undefined ? {} : { value: was }),
    ...(value === undefined ? {} : { was: value }),
  }),

  describe(edit, draft, kinds) {
    const { part, name } = split(edit.field);
    const document = draft.get(edit.document);
    if (!document) throw noDocument(edit.document);
    const to =
      edit.value === undefined
        ? 'back to its default'
        : typeof edit.value === 'object'
          ? 'to something else'
          : `to ${shown(edit.value)}`;
    if (edit.section === undefined || !isSectioned(document))
      return `Set ${name || part} of ${nameOf(document)} ${to}.`;
    const section = sectionOf(document, edit.section);
    const label = fieldOf(findKind(kinds, section.kind), part as 'values', name).label;
    return `Set ${label} of ${sectionName(section, kinds)} in ${nameOf(document)} ${to}.`;
  },
};

/** The field a section's `values.NAME` or `casing.NAME` means. */
export function fieldOf(kind: SectionKind, part: 'values' | 'casing', name: string): Field {
  const fields: Readonly<Record<string, Field>> = part === 'casing' ? CASING : kind.fields;
  const field = Object.hasOwn(fields, name) ? fields[name] : undefined;
  if (!field)
    throw noField(
      `${part}.${name}`,
      Object.keys(fields).map((one) => `${part}.${one}`),
      `a ${kind.name}`,
    );
  return field;
}

const NAME = text('Name', 'What people call it.', { max: LIMITS.nameLength });
const WIDTH = choice(
  'Width',
  'How wide the content area is.',
  Object.fromEntries(WIDTHS.map((width) => [width, width])),
  'page',
);
const entriesSchema = yup
  .array(
    closed({ label: plainText(80).required(), link: fieldSchema(link('Link', 'Where the entry leads.')).required() }),
  )
  .strict()
  .max(LIMITS.menuEntries)
  .required();

/** @param checked false when a recorded edit is read back */
function setInDocument(edit: SetEdit, part: string, name: string, draft: Draft, checked: boolean): DraftDocument {
  const document = draft.get(edit.document);
  if (!document) throw noDocument(edit.document);
  const guard = (now: unknown): void => checkPrecondition(edit, now, `${edit.field} of ${nameOf(document)}`);
  if (edit.field === 'name' && 'name' in document) {
    guard(document.name);
    if (checked) check(fieldSchema(NAME).required('A name is needed'), edit.value, 'name', 'bad-value');
    return { ...document, name: edit.value as string };
  }
  if (edit.field === 'layout.width' && document.type === 'template') {
    guard(document.layout.width);
    if (checked) checkValue(WIDTH, edit.value, 'layout.width');
    return { ...document, layout: { width: edit.value as never } };
  }
  if (edit.field === 'entries' && document.type === 'menu') {
    guard(document.entries);
    if (checked) check(entriesSchema, edit.value, 'entries', 'bad-value');
    return { ...document, entries: edit.value as never };
  }
  if (part === 'values' && document.type === 'theme') {
    const field = Object.hasOwn(THEME_FIELDS, name) ? THEME_FIELDS[name] : undefined;
    if (checked && !field)
      throw noField(
        edit.field,
        Object.keys(THEME_FIELDS).map((one) => `values.${one}`),
        'the theme settings',
      );
    guard(document.values[name]);
    if (checked && field && edit.value !== undefined) checkValue(field, edit.value, name);
    return { ...document, values: withValue(document.values, name, edit.value) };
  }
  throw noField(edit.field, document.type === 'template' ? ['name', 'layout.width'] : ['name'], nameOf(document));
}

function checkPrecondition(edit: SetEdit, now: unknown, what: string): void {
  if (!isSame(now, edit.was)) throw stale(what, shown(now));
}

function withValue(values: Values, name: string, value: unknown): Values {
  const { [name]: _replaced, ...others } = values;
  return value === undefined ? others : { ...others, [name]: value };
}

function split(field: string): { part: string; name: string } {
  const dot = field.indexOf('.');
  return dot < 0 ? { part: field, name: '' } : { part: field.slice(0, dot), name: field.slice(dot + 1) };
}

const noField = (field: string, there: readonly string[], where = 'a section'): Problem =>
  new Problem('no-such-field', `There is no field “${field}” in ${where}.`, {
    place: 'field',
    remedy: `Fields: ${there.join(', ')}.`,
  });
