/** Small designs to test with. */
import fc from 'fast-check';
import { Problem } from '../index.js';
import { checkPublish, openDocument, type Draft, type DraftDocument, type EditTools } from '../design/index.js';
import type { Document, DocumentKey, Section, TemplateDocument } from '../documents/index.js';
import { upgraderOf, type KindSet } from '../kinds/index.js';
import { SHIPPED_KINDS } from '../sections/index.js';

export const section = (
  id: string,
  kind = 'heading',
  values: Section['values'] = {},
  slots?: Section['slots'],
): Section => ({ id, kind: `${kind}@1`, frame: {}, values, ...(slots ? { slots } : {}) });

export const template = (
  main: readonly Section[],
  pageKind: TemplateDocument['pageKind'] = 'home',
  name = 'Home',
): TemplateDocument => ({
  format: 1,
  type: 'template',
  name,
  pageKind,
  layout: { width: 'standard' },
  areas: { main },
});

export const draftOf = (documents: Record<DocumentKey, Document>): Map<DocumentKey, DraftDocument> =>
  new Map(Object.entries(documents).map(([key, document]) => [key, openDocument(document)]));

export const assignments = (
  pageKind: TemplateDocument['pageKind'],
  standard: string | null,
  pages: Record<string, string> = {},
): Document => ({
  format: 1,
  type: 'assignments',
  pageKind,
  ...(standard ? { standard } : {}),
  ...(Object.keys(pages).length ? { pages } : {}),
});

/** Ids s1, s2, … in the order they are asked for. */
export const tools = (kinds: KindSet = SHIPPED_KINDS): EditTools => {
  let next = 0;
  return { kinds, upgraded: upgraderOf(kinds), newId: () => `new${++next}` };
};

/** The problem that work is refused with; fails if it is not. */
export const refusal = (work: () => unknown): Problem => {
  try {
    work();
  } catch (error) {
    if (error instanceof Problem) return error;
    throw error;
  }
  throw new Error('It was not refused.');
};

/**
 * What these documents, going live together, are refused for; null if they are not.
 * @param changed undefined for one that is removed
 * @param live what is live before
 */
export function publishRefusal(
  changed: Readonly<Record<DocumentKey, Document | undefined>>,
  live: Readonly<Record<DocumentKey, Document>> = {},
): Problem | null {
  const before = draftOf(live);
  const opened = new Map(Object.entries(changed).map(([key, one]) => [key, one && openDocument(one)]));
  const after = withChanges(before, new Map([...opened].map(([key, one]) => [key, one ?? null])));
  try {
    checkPublish(opened, before, after, SHIPPED_KINDS);
    return null;
  } catch (error) {
    if (error instanceof Problem) return error;
    throw error;
  }
}

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

const ids = ['a', 'b', 'c', 'd', 'e', 'f', 'g'];
/** Any template over a few ids, so that two of them share, move, nest and change the same sections. */
export const anyTemplate: fc.Arbitrary<TemplateDocument> = fc
  .tuple(
    fc.shuffledSubarray(ids),
    fc.array(fc.nat(20), { minLength: 7, maxLength: 7 }),
    fc.array(fc.constantFrom('x', 'y', 'z'), { minLength: 7, maxLength: 7 }),
    fc.constantFrom('Home', 'Front'),
  )
  .map(([chosen, parents, texts, name]) => {
    const children = new Map<string, Section[]>();
    const main: Section[] = [];
    // Each section goes into one before it, or stands in the area; so there is never a circle.
    chosen.forEach((id, i) => {
      const into = (parents[i] as number) % 3 === 0 && i > 0 ? chosen[(parents[i] as number) % i] : undefined;
      const inner: Section[] = [];
      children.set(id, inner);
      const made = { ...section(id, 'columns', { widths: texts[ids.indexOf(id)] }), slots: { one: inner } };
      (into === undefined ? main : (children.get(into) as Section[])).push(made);
    });
    const bare = (list: readonly Section[]): Section[] =>
      list.map(({ slots, ...own }) => {
        const inner = bare(slots?.['one'] ?? []);
        return inner.length ? { ...own, slots: { one: inner } } : own;
      });
    return template(bare(main), 'home', name);
  });
