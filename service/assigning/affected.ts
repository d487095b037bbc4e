/** Which store pages a change would make look different: for a look before doing it. */
import { closedState, overlay, type Draft, type UnitResult } from '@parlour/core/design';
import { keys, type DesignState, type DocumentKey } from '@parlour/core/documents';
import { pageKinds, parsePage, type PageCode } from '@parlour/core/pages';
import { touchedPages, type TouchedPages } from '@parlour/core/render';
import { openRenewals } from '../records/assignments.js';
import { ownTurn } from '../own-turn.js';
import type { Records } from '../records/database.js';
import type { Design } from '../records/designs.js';
import { compareKeys, listTouched, USUAL_ORDER, type SortKey } from '../records/page-list.js';
import type { Side } from '../records/tables.js';
import {
  answered,
  differingPages,
  doesDiffer,
  partOf,
  type Asking,
  type DifferingPages,
  type ListedRow,
} from './differing.js';
import { RANKS, standardsOf } from './rows.js';

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

/**
 * The pages a unit of edits would make look different.
 * @param same names what is asked, so that its next part need not be worked out anew
 */
export function affectedPages(
  db: Records,
  design: Design,
  draft: Draft,
  { documents }: UnitResult,
  part: Part,
  same?: string,
): Promise<SomePages> {
  const before = { state: closedState(draft), table: { designId: design.id, side: 'draft' } } as const;
  const after = { state: closedState(overlay(draft, documents)), table: null };
  return pagesThatDiffer(db, design, before, after, new Set(documents.keys()), part, same);
}

/**
 * The pages that look different in two states: what the table knows is read, and only where rules differ is every page
 * of the kind asked.
 * @param changed the documents in which the states differ
 * @param same names what is asked, so that its next part need not be worked out anew
 */
export async function pagesThatDiffer(
  db: Records,
  { storeId, kinds }: Pick<Design, 'storeId' | 'kinds'>,
  from: StateWithPages,
  to: StateWithPages,
  changed: ReadonlySet<DocumentKey>,
  { after, limit }: Part,
  same?: string,
): Promise<SomePages> {
  // Which of the two is the one before does not matter; that its pages are in the table does.
  const [base, other] = from.table || !to.table ? [from, to] : [to, from];
  const { state, table } = base;
  if (changed.size > FEW) await ownTurn();
  const known = touchedPages(state, other.state, changed, kinds);
  const home = await showsTouched(db, storeId, base, known);
  const touched = home ? { ...known, pages: new Set([...known.pages, 'home']) } : known;
  const asked = table ? [...touched.asked] : pageKinds();

  // One more, to know whether there are any.
  const wanted = { after, limit: limit + 1 };
  const found = await foundOnes(db, { storeId, state, kinds: asked, touched }, wanted, same);
  const added = addedRows(touched);
  const read = table
    ? await listTouched(db, { ...table, standards: standardsOf(state) }, touched, asked, wanted)
    : { rows: [], total: 0 };
  const rows = [...found.rows, ...partOf(added, after, limit + 1), ...read.rows].sort((a, b) =>
    compareKeys(keyOf(a), keyOf(b), USUAL_ORDER),
  );
  const some = rows.slice(0, limit);
  const last = some.at(-1);
  return {
    total: found.total + added.length + read.total,
    some: some.map(({ page, title }) => ({ page, title })),
    next: rows.length > limit && last ? keyOf(last) : null,
    complete: !table || (await openRenewals(db, table.designId, table.side)).length === 0,
  };
}

/** Of so few changed documents it is known in no time. */
const FEW = 20;

/** A part of the pages of kinds that are asked; what was worked out a moment ago is taken from there. */
async function foundOnes(db: Records, asking: Asking, part: Part, same?: string): Promise<DifferingPages> {
  if (asking.kinds.length === 0) return { total: 0, rows: [] };
  const key = same === undefined ? null : `${asking.storeId} ${same}`;
  // A list that begins anew is of now.
  const before = key === null || part.after === undefined ? undefined : answered.get(key);
  if (before) return { total: before.length, rows: partOf(before, part.after, part.limit) };
  const { total, rows, all } = await differingPages(db, asking, part);
  if (key !== null && all) answered.set(key, all);
  return { total, rows };
}

const keyOf = ({ rank, title, page }: ListedRow): SortKey => [rank, title, page];

/** Whether the home page shows another page that looks different. */
async function showsTouched(
  db: Records,
  storeId: number,
  { state, table }: StateWithPages,
  touched: TouchedPages,
): Promise<boolean> {
  const home = state.get(keys.paths)?.home;
  if (home === undefined || touched.all || touched.pages.has('home')) return false;
  if (table) {
    const only = await listTouched(db, { ...table, standards: standardsOf(state) }, touched, [], {
      limit: 1,
      pages: [home],
    });
    if (only.total > 0) return true;
  }
  const { kind, code } = parsePage(home);
  if (table && !touched.asked.has(kind)) return false;
  return doesDiffer(db, { storeId, state, touched }, kind, code);
}

/** New content pages, which no table has yet, in the usual order. */
const addedRows = ({ added }: TouchedPages): ListedRow[] =>
  [...added]
    .map(([page, title]) => ({ page, rank: RANKS.indexOf('content'), title }))
    .sort((a, b) => compareKeys(keyOf(a), keyOf(b), USUAL_ORDER));
