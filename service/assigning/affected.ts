/** Which store pages a change would make look different: for a look before doing it. */
import {
  closedState,
  keys,
  overlay,
  pageKinds,
  touchedPages,
  type DesignState,
  type DocumentKey,
  type Draft,
  type PageCode,
  type PathsDocument,
  type TouchedPages,
  type UnitResult,
} from '@parlour/core';
import { openRenewals, type AssignmentRow } from '../records/assignments.js';
import type { Records } from '../records/database.js';
import type { Design } from '../records/designs.js';
import { compareKeys, listTouched, sortKey, USUAL_ORDER, type SortKey } from '../records/page-list.js';
import type { Side } from '../records/tables.js';
import { askedPage, RANKS, rowsOf, standardsOf } from './rows.js';
import { settingOf } from './setting.js';
import { subjectsOf } from './subjects.js';

/** A page as people and programs call it. */
export interface NamedPage {
  readonly page: PageCode;
  readonly title: string;
}

/** A part of the pages that look different, in the order of the kinds. */
export interface SomePages {
  readonly total: number;
  readonly some: readonly NamedPage[];
  /** Where the next part begins; null if this is the last. */
  readonly next: SortKey | null;
  /** False while the table of pages is behind: then some may be missing. */
  readonly complete: boolean;
}

/** Which part is wanted. */
export interface Part {
  readonly after?: SortKey | undefined;
  readonly limit: number;
}

/** A state of a design whose pages are in the table, if they are. */
export interface StateWithPages {
  readonly state: DesignState;
  readonly table: { readonly designId: number; readonly side: Side } | null;
}

/** The pages a unit of edits would make look different. */
export function affectedPages(
  db: Records,
  design: Design,
  draft: Draft,
  { documents }: UnitResult,
  part: Part,
): Promise<SomePages> {
  const before = { state: closedState(draft), table: { designId: design.id, side: 'draft' } } as const;
  const after = { state: closedState(overlay(draft, documents)), table: null };
  return pagesThatDiffer(db, design, before, after, new Set(documents.keys()), part);
}

/**
 * The pages that look different in two states: what the table knows is read, and only where rules differ is every page
 * of the kind asked.
 * @param changed the documents in which the states differ
 */
export async function pagesThatDiffer(
  db: Records,
  { storeId, kinds }: Pick<Design, 'storeId' | 'kinds'>,
  from: StateWithPages,
  to: StateWithPages,
  changed: ReadonlySet<DocumentKey>,
  { after, limit }: Part,
): Promise<SomePages> {
  // Which of the two is the one before does not matter; that its pages are in the table does.
  const [base, other] = from.table || !to.table ? [from, to] : [to, from];
  const { table } = base;
  const known = touchedPages(base.state, other.state, changed, kinds);
  const home = await showsTouched(db, storeId, base, known);
  const touched = home ? { ...known, pages: new Set([...known.pages, 'home']) } : known;
  const asked = table ? [...touched.asked] : pageKinds();

  const found = [...addedRows(touched)];
  for (const kind of asked) found.push(...(await askEach(db, storeId, base.state, kind, touched)));
  found.sort((a, b) => compareKeys(sortKey(a, USUAL_ORDER), sortKey(b, USUAL_ORDER), USUAL_ORDER));
  const rest = after ? found.filter((row) => compareKeys(sortKey(row, USUAL_ORDER), after, USUAL_ORDER) > 0) : found;
  const read = table
    ? await listTouched(db, { ...table, standards: standardsOf(base.state) }, touched, asked, {
        after,
        limit: limit + 1,
      })
    : { rows: [], total: 0 };
  const rows = [...rest, ...read.rows].sort((a, b) =>
    compareKeys(sortKey(a, USUAL_ORDER), sortKey(b, USUAL_ORDER), USUAL_ORDER),
  );
  const some = rows.slice(0, limit);
  const last = some.at(-1);
  return {
    total: found.length + read.total,
    some: some.map(({ page, title }) => ({ page, title })),
    next: rows.length > limit && last ? sortKey(last, USUAL_ORDER) : null,
    complete: !table || (await openRenewals(db, table.designId, table.side)).length === 0,
  };
}

/** Whether the home page shows another page that looks different. */
async function showsTouched(
  db: Records,
  storeId: number,
  { state, table }: StateWithPages,
  touched: TouchedPages,
): Promise<boolean> {
  const { home } = (state.get(keys.paths) ?? {}) as Partial<PathsDocument>;
  if (home === undefined || touched.all || touched.pages.has('home')) return false;
  if (table) {
    const only = await listTouched(db, { ...table, standards: standardsOf(state) }, touched, [], {
      limit: 1,
      page: home,
    });
    if (only.total > 0) return true;
  }
  const kind = pageKinds().find((one) => home === one || home.startsWith(`${one}:`));
  if (kind === undefined || (table && !touched.asked.has(kind))) return false;
  return (await askEach(db, storeId, state, kind, touched)).some(({ page }) => page === home);
}

/** New content pages, which no table has yet. */
const addedRows = ({ added }: TouchedPages): AssignmentRow[] =>
  [...added].map(([page, title]) => ({
    kind: 'content',
    page,
    rank: RANKS.indexOf('content'),
    title,
    template: null,
    reason: 'none',
    rule: null,
    additions: [],
  }));

/** The pages of a kind that look different, each asked. */
async function askEach(
  db: Records,
  storeId: number,
  state: DesignState,
  kind: (typeof RANKS)[number],
  touched: TouchedPages,
): Promise<AssignmentRow[]> {
  const setting = await settingOf(db, storeId, state);
  const found: AssignmentRow[] = [];
  const { rowOf } = rowsOf(kind, setting);
  for await (const subjects of subjectsOf(db, storeId, kind, state))
    for (const subject of subjects) {
      const row = rowOf(subject);
      if (isTouched(row, touched) || touched.differs(askedPage(kind, subject, setting), kind, setting)) found.push(row);
    }
  return found;
}

/** The same as `listTouched` asks of the table. */
const isTouched = ({ kind, page, template, reason, additions }: AssignmentRow, touched: TouchedPages): boolean =>
  touched.all ||
  touched.pages.has(page) ||
  (template !== null && touched.templates.has(template)) ||
  (touched.standards.has(kind) && (reason === 'standard' || reason === 'none')) ||
  touched.additions.some(
    (one) =>
      one.kind === kind &&
      (one.page === null || one.page === page) &&
      (one.rule === null || additions.includes(one.rule)) &&
      (one.templates === null || (template !== null && one.templates.includes(template))),
  );
