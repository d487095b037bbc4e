/** Format versions of documents: an older one is read as today's, a newer one is refused. What is stored stays as it is. */
import { Problem } from '../problem.js';
import { FORMAT, type Document } from './document.js';

type Raw = { readonly format: number; readonly type: string } & Readonly<Record<string, unknown>>;

/** From format n (the index) to n + 1. */
const UPGRADES: Readonly<Record<number, (document: Raw) => Raw>> = { 1: fromFirst };

/** A stored document in today's format. @throws Problem `newer-format` */
export function upgradeDocument(stored: unknown): Document {
  let document = stored as Raw;
  if (document.format > FORMAT)
    throw new Problem(
      'newer-format',
      `A document of this design is of format ${document.format}; this program knows formats up to ${FORMAT}.`,
      { remedy: 'Update Parlour, or take an older state of the design.' },
    );
  while (document.format < FORMAT) {
    const { format } = document;
    document = { ...(UPGRADES[format] as (document: Raw) => Raw)(document), format: format + 1 };
  }
  return document as unknown as Document;
}

/** Format 1 had menu entries as a plain array, and a standard and pages in every bucket of assignments. */
function fromFirst(document: Raw): Raw {
  if (document.type === 'menu') {
    const { entries = [], ...rest } = document as Raw & { entries?: readonly Readonly<Record<string, unknown>>[] };
    return entries.length
      ? { ...rest, lists: { entries: entries.map((values, i) => ({ id: `entry-${i + 1}`, values })) } }
      : rest;
  }
  if (document.type === 'assignments') {
    const { standard, pages = {}, ...rest } = document as Raw & { standard?: string | null; pages?: object };
    return { ...rest, ...(standard ? { standard } : {}), ...(Object.keys(pages).length ? { pages } : {}) };
  }
  return document;
}
