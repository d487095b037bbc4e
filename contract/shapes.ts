/** The shapes that travel over the API. */
import { array, boolean, mixed, number, object, string, type Schema } from 'yup';
import {
  codeText,
  closed,
  editRequestSchema,
  pageKinds,
  plainText,
  LIMITS,
  ROLES,
  type Document,
  type Edit,
  type EditRequest,
  type Field,
  type JsonSchema,
} from '@parlour/core';

const some = (json: JsonSchema) => ({ meta: { json } });
/** A JSON value whose TypeScript type core declares; `json` says its form. */
const typed = <T>(json: JsonSchema) => mixed<NonNullable<T>>().required().meta(some(json).meta) as Schema<T>;

const mailText = () => plainText(200).matches(/^[^\s@]+@[^\s@]+\.[^\s@]+$/, '${path} must be a mail address');
const passwordText = () => plainText(200).min(12, '${path} must be at least 12 characters long');

export const noBody = closed({});
export const done = closed({ done: boolean().required() });

export const credentials = closed({ mail: plainText(200).required(), password: plainText(200).required() });
export const tokenRequest = closed({
  mail: plainText(200).required(),
  password: plainText(200).required(),
  name: plainText(80).required(),
  /** `read` for a token that changes nothing. */
  scope: string().oneOf(['all', 'read']).optional(),
  days: number().integer().min(1).max(366).optional(),
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

const reason = string().oneOf(['page', 'rule', 'standard']).required();
const pageKind = string().oneOf(pageKinds()).required();
export const page = closed({
  page: string().required(),
  kind: pageKind,
  title: string().required(),
  path: string().required(),
  template: closed({
    code: string().required(),
    name: string().required(),
    reason,
    /** The rule that decided, as text. */
    rule: string().optional(),
  }).nullable(),
});
export const pages = closed({
  pages: array(page).required(),
  total: number().integer().required(),
  next: string().nullable().defined(),
  /** Set while templates are worked out anew in the background; the list is right all the same. */
  renewing: closed({ pages: number().integer().required(), total: number().integer().required() }).nullable(),
});
export const pagesQuery = closed({
  search: plainText(100).optional(),
  kind: string().oneOf(pageKinds()).optional(),
  template: codeText().optional(),
  reason: reason.optional() as never,
  /** A rule the pages must match, such as `price >= 80`; needs `kind`. */
  when: plainText(500).optional(),
  cursor: plainText(400).optional(),
  limit: number().integer().min(1).max(200).optional(),
});

export const why = closed({
  page: string().required(),
  title: string().required(),
  path: string().required(),
  template: closed({
    template: string().required(),
    reason,
    rule: string().optional(),
    name: string().required(),
  }).nullable(),
  otherwise: string().nullable().defined(),
  tried: array(
    closed({
      id: string().required(),
      rule: string().required(),
      template: string().required(),
      matched: boolean().required(),
      because: string().defined(),
    }),
  ).required(),
  regions: array(
    closed({
      region: string().required(),
      document: string().nullable().defined(),
      name: string().required(),
      reason: string().oneOf(['standard', 'template']).required(),
    }),
  ).required(),
  additions: array(
    closed({ document: string().required(), name: string().required(), place: string().required() }),
  ).required(),
  overrides: array(
    closed({ setting: string().required(), value: typed<unknown>({}), elsewhere: typed<unknown>({}) }),
  ).required(),
  /** The fields of the section that was asked about. */
  fields: array(
    closed({
      field: string().required(),
      label: string().required(),
      value: mixed().nullable().optional(),
      origin: string().required(),
      sentence: string().required(),
    }),
  ).required(),
  change: array(closed({ what: string().required(), command: string().required() })).required(),
  sentences: array(string().required()).required(),
});

export const whyQuery = closed({ section: codeText().optional() });

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
  /** Only tells what the edits would do, and which pages would change. */
  dryRun: boolean().optional(),
  edits: array(editRequestSchema.required() as Schema<EditRequest>)
    .strict()
    .min(1)
    .max(LIMITS.editsPerUnit)
    .required(),
});
/** Pages that look different: the first hundred, and how many in all. */
const somePages = closed({ total: number().integer().required(), some: array(string().required()).required() });
export const unitAnswer = closed({
  /** The draft's sequence number after the unit. */
  seq: number().integer().required(),
  edits: array(typed<Edit>({ type: 'object' })).required(),
  sentences: array(string().required()).required(),
  /** With `dryRun`: the pages that would look different. */
  pages: somePages.optional().default(undefined),
});
export const undoRequest = closed({ unit: codeText().required() });

const change = closed({
  id: string().required(),
  document: string().required(),
  type: string().oneOf(['added', 'removed', 'moved', 'changed']).required(),
  node: string().optional(),
  field: string().optional(),
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
export const publishRequest = closed({
  note: plainText(500).optional(),
  /** Ids of the changes to publish; all of them if absent. */
  changes: array(plainText(500).required()).strict().min(1).max(5000).optional(),
});
export const compareQuery = closed({
  /** `draft`, `live`, a revision's number, or one of them in another design: `summer/draft`. */
  from: plainText(120).optional(),
  to: plainText(120).optional(),
  /** `yes` also tells which pages look different. */
  pages: string().oneOf(['yes', 'no']).optional(),
});
export const comparison = closed({
  from: string().required(),
  to: string().required(),
  changes: array(change).required(),
  pages: somePages.optional().default(undefined),
});
export const design = closed({
  code: string().required(),
  name: string().required(),
  live: boolean().required(),
  revision: number().integer().required(),
  /** How many documents may differ from what the design published last. */
  unpublished: number().integer().required(),
  createdAt: string().required(),
});
export const designs = closed({ designs: array(design).required() });
export const designRequest = closed({
  name: plainText(LIMITS.nameLength).required(),
  code: codeText().optional(),
  /** The design to copy; the live one if absent. */
  from: codeText().optional(),
});
export const designChange = closed({ name: plainText(LIMITS.nameLength).required() });
export const merged = closed({
  sentences: array(string().required()).required(),
  /** What both changed, differently; the design kept its own. */
  conflicts: array(string().required()).required(),
});
export const timedRequest = closed({
  name: plainText(LIMITS.nameLength).required(),
  changes: array(plainText(500).required()).strict().min(1).max(5000).required(),
  /** In the store’s time zone (`2026-11-27T08:00`), or an instant with `Z`. */
  starts: plainText(40).required(),
  ends: plainText(40).optional(),
});
export const timedChange = closed({
  id: number().integer().required(),
  name: string().required(),
  author: string().required(),
  state: string().oneOf(['waiting', 'live', 'over', 'conflict', 'cancelled']).required(),
  starts: string().required(),
  ends: string().nullable().defined(),
  /** The times as a clock in the store shows them, with the offset. */
  when: string().required(),
  sentences: array(string().required()).required(),
  report: array(string().required()).required(),
});
export const timedChanges = closed({ timedChanges: array(timedChange).required() });
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

export const event = closed({
  seq: number().integer().required(),
  unit: string().required(),
  type: string().oneOf(['do', 'undo', 'redo', 'publish', 'merge']).required(),
  author: string().required(),
  at: string().required(),
  documents: array(string().required()).required(),
  sentences: array(string().required()).required(),
});
export const log = closed({ events: array(event).required(), next: number().integer().nullable().defined() });
export const logQuery = closed({
  after: number().integer().min(0).optional(),
  limit: number().integer().min(1).max(500).optional(),
});

export const presence = closed({ page: plainText(120).defined() });

const role = string().oneOf(ROLES).required();
export const member = closed({ mail: string().required(), name: string().required(), role });
export const team = closed({
  members: array(member).required(),
  invited: array(closed({ mail: string().required(), role, expires: string().required() })).required(),
});
export const inviteRequest = closed({ mail: mailText().required(), role });
export const invitation = closed({
  mail: string().required(),
  role,
  link: string().required(),
  expires: string().required(),
});
export const joinRequest = closed({
  token: plainText(200).required(),
  /** Needed only for the first owner, whose invitation names nobody. */
  mail: mailText().optional(),
  name: plainText(80).required(),
  password: passwordText().required(),
});
export const memberChange = closed({ role: role.nullable().defined() });
export const passwordRequest = closed({ old: plainText(200).required(), new: passwordText().required() });
export const personalToken = closed({
  id: number().integer().required(),
  name: string().required(),
  scope: string().oneOf(['all', 'read']).required(),
  created: string().required(),
  expires: string().required(),
  used: string().nullable().defined(),
});
export const personalTokens = closed({ tokens: array(personalToken).required() });
export const auditQuery = closed({
  cursor: plainText(20).optional(),
  limit: number().integer().min(1).max(200).optional(),
});
export const audit = closed({
  entries: array(
    closed({
      at: string().required(),
      who: string().required(),
      action: string().required(),
      target: string().defined(),
      detail: typed<object>({ type: 'object' }),
    }),
  ).required(),
  next: string().nullable().defined(),
});
export const storeRequest = closed({
  slug: plainText(40)
    .matches(/^[a-z0-9][a-z0-9-]{1,38}$/, '${path} must be small letters, digits and “-”')
    .required(),
  name: plainText(80).required(),
  currency: plainText(3)
    .matches(/^[A-Z]{3}$/, '${path} must be a currency such as EUR')
    .required(),
  locale: plainText(20).required(),
  timeZone: plainText(60).required(),
  country: plainText(2)
    .matches(/^[A-Z]{2}$/, '${path} must be a country such as IE')
    .required(),
});

const ATTRIBUTE_NAME = /^[a-z0-9][a-z0-9-]{0,39}$/;
const MOST_ATTRIBUTES = 100;
const isAttribute = (value: unknown): boolean =>
  typeof value === 'boolean' ||
  (typeof value === 'number' && Number.isFinite(value)) ||
  (typeof value === 'string' && value.length <= 500 && value.isWellFormed() && !value.includes('\0'));
const attributes = <T>(isValue: (value: unknown) => boolean, types: readonly string[]) =>
  mixed<Record<string, T>>()
    .test(
      'attributes',
      '${path} must be values by name: small letters, digits and “-”; texts of at most 500 characters, numbers, yes or no',
      (given) =>
        given === undefined ||
        (typeof given === 'object' &&
          given !== null &&
          !Array.isArray(given) &&
          Object.keys(given).length <= MOST_ATTRIBUTES &&
          Object.entries(given).every(([name, value]) => ATTRIBUTE_NAME.test(name) && isValue(value))),
    )
    .meta({ json: { type: 'object', additionalProperties: { type: types } } }) as Schema<Record<string, T> | undefined>;
const MOST_MINOR = 1_000_000_000;
const minorUnits = () => number().integer().min(0).max(MOST_MINOR);
const stock = () => number().integer().min(0).max(1_000_000);
type Attribute = string | number | boolean;
const ATTRIBUTE_TYPES = ['string', 'number', 'boolean'];

export const product = closed({
  code: string().required(),
  slug: string().required(),
  title: string().required(),
  /** The code of its brand. */
  brand: string().nullable().defined(),
  category: string().defined(),
  keywords: array(string().required()).required(),
  attributes: attributes<Attribute>(isAttribute, ATTRIBUTE_TYPES).required() as Schema<Record<string, Attribute>>,
  summary: string().defined(),
  visibleSince: string().required(),
  variants: array(
    closed({
      code: string().required(),
      options: typed<Record<string, string>>({ type: 'object' }),
      /** Minor units of the store’s currency. */
      price: minorUnits().required(),
      wasPrice: minorUnits().nullable().defined(),
      stock: stock().required(),
    }),
  ).required(),
});
export const productChange = closed({
  title: plainText(200).min(1).optional(),
  brand: codeText().nullable().optional(),
  category: plainText(80).optional(),
  keywords: array(plainText(60).required()).strict().max(50).optional(),
  /** Merged with those there are; null takes one away. */
  attributes: attributes<Attribute | null>(
    (value) => value === null || isAttribute(value),
    [...ATTRIBUTE_TYPES, 'null'],
  ),
  summary: plainText(1000).optional(),
  visibleSince: plainText(10)
    .test('day', '${path} must be a day such as 2026-11-23', (text) => text === undefined || isDay(text))
    .optional(),
  variants: array(
    closed({
      code: codeText().required(),
      price: minorUnits().optional(),
      wasPrice: minorUnits().nullable().optional(),
      stock: stock().optional(),
    }),
  )
    .strict()
    .max(500)
    .optional(),
});
const isDay = (text: string): boolean =>
  /^\d{4}-\d\d-\d\d$/.test(text) && new Date(`${text}T00:00Z`).toJSON()?.slice(0, 10) === text;

export const openapi = object().meta({ json: { type: 'object' } });
