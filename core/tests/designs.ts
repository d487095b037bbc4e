/** Small designs to test with. */
import {
  openDocument,
  type Document,
  type DocumentKey,
  type Draft,
  type DraftDocument,
  type EditTools,
  type Section,
  type TemplateDocument,
} from '../index.js';
import { SHIPPED_KINDS } from '../index.js';

export const section = (
  id: string,
  kind = 'heading',
  values: Section['values'] = {},
  slots?: Section['slots'],
): Section => ({ id, kind: `${kind}@1`, casing: {}, values, ...(slots ? { slots } : {}) });

export const template = (
  main: readonly Section[],
  pageKind: TemplateDocument['pageKind'] = 'home',
  name = 'Home',
): TemplateDocument => ({ format: 1, type: 'template', name, pageKind, layout: { width: 'page' }, areas: { main } });

export const draftOf = (documents: Record<DocumentKey, Document>): Map<DocumentKey, DraftDocument> =>
  new Map(Object.entries(documents).map(([key, document]) => [key, openDocument(document)]));

export const assignments = (
  pageKind: TemplateDocument['pageKind'],
  standard: string | null,
  pages: Record<string, string> = {},
): Document => ({ format: 1, type: 'assignments', pageKind, standard, pages });

/** Ids s1, s2, … in the order they are asked for. */
export const tools = (): EditTools => {
  let next = 0;
  return { kinds: SHIPPED_KINDS, newId: () => `new${++next}` };
};

/** The draft after changes. */
export const withChanges = (
  draft: Draft,
  documents: ReadonlyMap<DocumentKey, DraftDocument | null>,
): Map<DocumentKey, DraftDocument> => {
  const next = new Map([...draft.keys()].map((key) => [key, draft.get(key) as DraftDocument]));
  for (const [key, document] of documents)
    if (document) next.set(key, document);
    else next.delete(key);
  return next;
};
