/** Files of the catalogue: what is sent, and what became of it. */
import { array, boolean, mixed, number, string, type Schema } from 'yup';
import { closed, codeText, plainText } from '@parlour/core';
import { FILE_FORMATS, FILE_KINDS, IMPORT_STATES } from '@parlour/core/files';
import { brandChange, codes, collectionChange, productChange, reviewChange, slug } from './catalogue.js';

const MOST_MEMBERS_OF_FILE = 200_000;

const count = () => number().integer().min(0).required();

export const fileFault = closed({
  /** Where it stands, counted from 1. */
  line: number().integer().required(),
  /** The column, or the place in the JSON of the line; empty for the whole line. */
  column: string().defined(),
  value: string().defined(),
  reason: string().required(),
});

export const catalogueImport = closed({
  id: number().integer().required(),
  kind: string().oneOf(FILE_KINDS).required(),
  format: string().oneOf(FILE_FORMATS).required(),
  /** The name of the file. */
  name: string().defined(),
  state: string().oneOf(IMPORT_STATES).required(),
  /** True if it is only looked at: nothing is changed. */
  dryRun: boolean().required(),
  skipBad: boolean().required(),
  /** How large it is, and how much of it is done, in bytes. */
  bytes: count(),
  doneBytes: count(),
  /** The heads of a table, each with the column that it is, or that is proposed; null for none. */
  heads: array(closed({ head: string().defined(), column: string().nullable().defined() })).required(),
  created: count(),
  changed: count(),
  same: count(),
  /** How many products, collections, brands or reviews are left out, or stand in the way. */
  bad: count(),
  /** The first thousand of what is wrong. */
  faults: array(fileFault).required(),
});
export const catalogueImports = closed({ imports: array(catalogueImport).required() });

export const newImport = closed({
  kind: string().oneOf(FILE_KINDS).required(),
  format: string().oneOf(FILE_FORMATS).required(),
  name: plainText(200).optional(),
});
export const importPart = closed({
  /** Which part it is: 0, 1, 2, … in the order of the file. One that is sent again takes the place of the first. */
  number: number().integer().min(0).max(9_999).required(),
});
/** The columns of heads that are called otherwise; null leaves one out. */
const columns = mixed<Record<string, string | null>>()
  .test(
    'columns',
    '${path} must be the names of columns, or null, by heads of the file',
    (given) =>
      given === undefined ||
      (typeof given === 'object' &&
        given !== null &&
        !Array.isArray(given) &&
        Object.values(given).every((value) => value === null || (typeof value === 'string' && value.length <= 100))),
  )
  .meta({ json: { type: 'object', additionalProperties: { type: ['string', 'null'] } } }) as Schema<
  Record<string, string | null> | undefined
>;
export const importStart = closed({
  columns,
  /** Tells what would become of it. */
  dryRun: boolean().optional(),
  /** Takes what is right and leaves the rest out; otherwise nothing is changed if something is wrong. */
  skipBad: boolean().optional(),
});

/** How a thing of a file is known, and where its page is. */
const names = { code: codeText().required(), slug: slug().optional() };
/**
 * What a file may say of one thing, which is one line of JSON Lines: as a call of the API, but that a collection may
 * have more products. What is absent stays; a new thing needs a title, a new review a product and a rating.
 */
export const fileLines = {
  product: productChange.shape(names),
  collection: collectionChange.shape({ ...names, members: codes(MOST_MEMBERS_OF_FILE) }),
  brand: brandChange.shape(names),
  review: reviewChange.shape({ code: names.code }),
} as const;

export const exportQuery = closed({
  format: string().oneOf(FILE_FORMATS).optional(),
  /** Keeps spreadsheets from reading texts as formulas; reading such a file takes it back. */
  spreadsheet: string().oneOf(['yes', 'no']).optional(),
});
