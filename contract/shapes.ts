/** The shapes that travel over the API. */
import { array, boolean, mixed, number, object, string, type Schema } from 'yup';
import {
  codeText,
  closed,
  editRequestSchema,
  pageKinds,
  plainText,
  LIMITS,
  type Document,
  type Edit,
  type EditRequest,
  type Field,
  type JsonSchema,
} from '@parlour/core';

const some = (json: JsonSchema) => ({ meta: { json } });
/** A JSON value whose TypeScript type core declares; `json` says its form. */
const typed = <T>(json: JsonSchema) => mixed<NonNullable<T>>().required().meta(some(json).meta) as Schema<T>;

export const noBody = closed({});
export const done = closed({ done: boolean().required() });

export const credentials = closed({ mail: plainText(200).required(), password: plainText(200).required() });
export const tokenRequest = closed({
  mail: plainText(200).required(),
  password: plainText(200).required(),
  name: plainText(80).required(),
});
export const user = closed({ name: string().required(), mail: string().required() });
export const token = closed({ token: string().required(), user });

export const store = closed({
  slug: string().required(),
  name: string().required(),
  currency: string().required(),
  locale: string().required(),
  timeZone: string().required(),
  /** Code of the design that shoppers see. */
  liveDesign: string().required(),
  storefront: string().required(),
});
export const stores = closed({ stores: array(store).required() });

const pageKind = string().oneOf(pageKinds()).required();
export const page = closed({
  page: string().required(),
  kind: pageKind,
  title: string().required(),
  path: string().required(),
  template: closed({
    code: string().required(),
    name: string().required(),
    reason: string().oneOf(['page', 'standard']).required(),
  }).nullable(),
});
export const pages = closed({
  pages: array(page).required(),
  total: number().integer().required(),
  next: string().nullable().defined(),
});
export const pagesQuery = closed({
  search: plainText(100).optional(),
  kind: string().oneOf(pageKinds()).optional(),
  template: codeText().optional(),
  cursor: plainText(200).optional(),
  limit: number().integer().min(1).max(200).optional(),
});

export const why = closed({
  page: string().required(),
  title: string().required(),
  path: string().required(),
  template: closed({
    template: string().required(),
    reason: string().oneOf(['page', 'standard']).required(),
    name: string().required(),
  }).nullable(),
  otherwise: string().nullable().defined(),
  regions: array(
    closed({ region: string().required(), document: string().required(), name: string().required() }),
  ).required(),
  sentences: array(string().required()).required(),
});

export const template = closed({
  code: string().required(),
  name: string().required(),
  pageKind,
  /** How many store pages use it. */
  pages: number().integer().required(),
  standard: boolean().required(),
  sections: number().integer().required(),
});
export const templates = closed({ templates: array(template).required() });

export const documentQuery = closed({ key: plainText(200).required() });
export const document = closed({
  key: string().required(),
  document: typed<Document>({ type: 'object' }),
  seq: number().integer().required(),
});
export const documents = closed({
  documents: array(
    closed({ key: string().required(), type: string().required(), name: string().required() }),
  ).required(),
});
export const planQuery = closed({
  page: plainText(120).optional(),
  template: codeText().optional(),
  labels: string().oneOf(['yes', 'no']).optional(),
});
export const plan = closed({ svg: string().required(), text: string().required(), template: string().required() });

const kindShape = closed({
  name: string().required(),
  version: number().integer().required(),
  title: string().required(),
  sentence: string().required(),
  fields: typed<Record<string, Field>>({ type: 'object' }),
  /** JSON Schema 2020-12 of the section's own values. */
  schema: typed<JsonSchema>({ type: 'object' }),
  slots: typed<Record<string, string>>({ type: 'object' }),
  pages: array(string().required()).nullable().defined(),
});
export const sectionKinds = closed({ kinds: array(kindShape).required() });

export const unitRequest = closed({
  /** Made by the caller; the same unit sent twice is done once. */
  unit: codeText().required(),
  edits: array(editRequestSchema.required() as Schema<EditRequest>)
    .strict()
    .min(1)
    .max(LIMITS.editsPerUnit)
    .required(),
});
export const unitAnswer = closed({
  /** The draft's sequence number after the unit. */
  seq: number().integer().required(),
  edits: array(typed<Edit>({ type: 'object' })).required(),
  sentences: array(string().required()).required(),
});
export const undoRequest = closed({ unit: codeText().required() });

const change = closed({
  document: string().required(),
  type: string().oneOf(['added', 'removed', 'moved', 'changed']).required(),
  section: string().optional(),
  sentence: string().required(),
});
export const changes = closed({
  changes: array(change).required(),
  seq: number().integer().required(),
  live: number().integer().required(),
  /** Whether the person asking has something to undo or redo. */
  undo: boolean().required(),
  redo: boolean().required(),
});
export const noteRequest = closed({ note: plainText(500).optional() });
export const revision = closed({
  number: number().integer().required(),
  note: string().defined(),
  author: string().required(),
  at: string().required(),
  reverts: number().integer().nullable().defined(),
  live: boolean().required(),
});
export const revisions = closed({ revisions: array(revision).required(), next: string().nullable().defined() });
export const revisionsQuery = closed({
  cursor: plainText(20).optional(),
  limit: number().integer().min(1).max(200).optional(),
});
export const reverted = closed({ revision, sentences: array(string().required()).required() });

export const previewRequest = closed({ page: plainText(120).required() });
export const preview = closed({ url: string().required(), expires: string().required() });

export const picture = closed({
  hash: string().required(),
  name: string().defined(),
  width: number().integer().required(),
  height: number().integer().required(),
  widths: array(number().integer().required()).required(),
  /** Address of a small rendition. */
  thumb: string().required(),
});
export const pictures = closed({ pictures: array(picture).required() });
export const pictureQuery = closed({ name: plainText(200).optional() });

export const openapi = object().meta({ json: { type: 'object' } });
