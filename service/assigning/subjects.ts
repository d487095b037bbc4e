/** What the pages of a kind are about, whether it lies in the catalogue or in the design itself. */
import { contentFacts } from '@parlour/core/assign';
import { type DesignState, documentsIn, codeOf } from '@parlour/core/documents';
import { PAGE_KINDS, type PageKind } from '@parlour/core/pages';
import type { Records } from '../records/database.js';
import { listBrands, listCollections, listProducts, type ListedSubject } from '../records/subjects.js';

const BATCH = 5000;

/** A subject; one without a code for kinds that have a single page. */
export type PageSubject = Omit<ListedSubject, 'code'> & { readonly code: string | null };

/** The subjects of a kind, in batches. @param codes only these, as far as they exist; all if absent */
export async function* subjectsOf(
  db: Records,
  storeId: number,
  kind: PageKind,
  state: DesignState,
  codes?: readonly string[],
): AsyncGenerator<PageSubject[]> {
  if (kind !== 'product') {
    yield await fewSubjects(db, storeId, kind, state, codes);
    return;
  }
  if (codes) {
    yield await listProducts(db, storeId, { codes });
    return;
  }
  for (let after = 0; ;) {
    const batch = await listProducts(db, storeId, { after, limit: BATCH });
    if (batch.length) yield batch;
    const last = batch.at(-1);
    if (!last || batch.length < BATCH) return;
    after = last.id;
  }
}

/** The subjects of a kind that a store has at most a few thousand of. @param codes only these, if given */
async function fewSubjects(
  db: Records,
  storeId: number,
  kind: Exclude<PageKind, 'product'>,
  state: DesignState,
  codes?: readonly string[],
): Promise<PageSubject[]> {
  switch (PAGE_KINDS[kind].subject) {
    case null:
      return [{ code: null, title: PAGE_KINDS[kind].name, slug: '', facts: () => new Map() }];
    case 'collection':
      return listCollections(db, storeId, codes);
    case 'brand':
      return listBrands(db, storeId, codes);
    case 'content':
      return contentSubjects(state).filter(({ code }) => !codes || codes.includes(code));
  }
}

const contentSubjects = (state: DesignState): ListedSubject[] =>
  [...documentsIn(state, 'content')].map(([key, document]) => ({
    code: codeOf(key),
    title: document.title,
    slug: document.slug,
    facts: (path) => contentFacts(document, path),
  }));
