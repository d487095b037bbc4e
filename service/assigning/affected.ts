/** Which store pages a change would make look different: for a look before doing it. */
import {
  assemblePage,
  closedState,
  isSame,
  keys,
  overlay,
  PAGE_KINDS,
  pageKinds,
  type DesignState,
  type DocumentKey,
  type Draft,
  type PageCode,
  type PathsDocument,
  type UnitResult,
} from '@parlour/core';
import type { Database } from '../records/database.js';
import type { Design } from '../records/designs.js';
import { askedPage, settingOf } from './renew.js';
import { allSubjects } from './subjects.js';

/** A page as people and programs call it. */
export interface NamedPage {
  readonly page: PageCode;
  readonly title: string;
}

/** The pages a unit of edits would make look different, in the order of the kinds. */
export function affectedPages(
  db: Database,
  design: Design,
  draft: Draft,
  { documents }: UnitResult,
): Promise<NamedPage[]> {
  const after = closedState(overlay(draft, documents));
  return pagesThatDiffer(db, design, closedState(draft), after, new Set(documents.keys()));
}

/** The pages that look different in two states of a design. @param changed the documents in which the states differ */
export async function pagesThatDiffer(
  db: Database,
  design: Pick<Design, 'storeId' | 'kinds'>,
  before: DesignState,
  after: DesignState,
  changed: ReadonlySet<DocumentKey>,
): Promise<NamedPage[]> {
  const [was, is] = [pathsIn(before), pathsIn(after)];
  // Another pattern changes paths, and links to them may stand on any page.
  const everywhere = !isSame(was?.patterns, is?.patterns);
  const homes = was?.home === is?.home ? [is?.home] : ['home'];
  const old = new Map<PageCode, Made>();
  for await (const [page, made] of allPages(db, design, before)) old.set(page, made);
  const differing: NamedPage[] = [];
  const touched = ({ documents }: Made): boolean => [...changed].some((key) => documents.has(key));
  for await (const [page, made] of allPages(db, design, after)) {
    const earlier = old.get(page);
    old.delete(page);
    if (everywhere || !earlier || earlier.template !== made.template || touched(earlier) || touched(made))
      differing.push({ page, title: made.title });
  }
  const all = [...differing, ...[...old].map(([page, { title }]) => ({ page, title }))];
  const codes = new Set(all.map(({ page }) => page));
  const showsOther = homes.some((page) => page === 'home' || (page !== undefined && codes.has(page)));
  return showsOther && !codes.has('home') ? [{ page: 'home', title: PAGE_KINDS.home.name }, ...all] : all;
}

const pathsIn = (state: DesignState): PathsDocument | undefined => state.get(keys.paths) as PathsDocument | undefined;

interface Made {
  readonly title: string;
  /** Null if its kind has none. */
  readonly template: DocumentKey | null;
  readonly documents: ReadonlySet<DocumentKey>;
}

/** Every page of a state with what it is made of. */
async function* allPages(
  db: Database,
  { storeId, kinds }: Pick<Design, 'storeId' | 'kinds'>,
  state: DesignState,
): AsyncGenerator<[page: PageCode, made: Made]> {
  const setting = await settingOf(db, storeId, state);
  for (const kind of pageKinds())
    for await (const batch of allSubjects(db, storeId, kind, state))
      for (const subject of batch) {
        const page = askedPage(kind, subject, setting);
        const made = assemblePage(page, state, kinds, setting);
        const documents = new Set(made?.documents);
        if (kind === 'content') documents.add(keys.content(subject.code as string));
        yield [page.code, { title: subject.title, template: made?.templateKey ?? null, documents }];
      }
}
