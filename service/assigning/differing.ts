/** Pages of kinds whose rules differ in two states: each is asked, in slices, so that nobody else waits for it. */
import { setImmediate as nextTurn } from 'node:timers/promises';
import { LRUCache } from 'lru-cache';
import type { DesignState } from '@parlour/core/documents';
import type { PageKind } from '@parlour/core/pages';
import type { TouchedPages } from '@parlour/core/render';
import type { AssignmentRow } from '../records/assignments.js';
import type { Records } from '../records/database.js';
import { compareKeys, USUAL_ORDER, type SortKey } from '../records/page-list.js';
import { askedPage, RANKS, rowsOf } from './rows.js';
import { settingOf, type Setting } from './setting.js';
import { subjectsOf, type PageSubject } from './subjects.js';
import { sure } from '@parlour/core';

/** What a list has of a page. */
export type ListedRow = Pick<AssignmentRow, 'page' | 'title' | 'rank'>;

/** Some of the pages that look different, of kinds that are asked. */
export interface DifferingPages {
  readonly total: number;
  /** In the usual order. */
  readonly rows: readonly ListedRow[];
}

/** How many pages are asked in one turn of the loop. */
const SLICE = 500;
/** How many pages one answer keeps; of more, only the part that is wanted. */
const MOST_KEPT = 200_000;

/** What is asked. */
export interface Asking {
  readonly storeId: number;
  /** The state whose templates the pages are known by. */
  readonly state: DesignState;
  readonly kinds: readonly PageKind[];
  readonly touched: TouchedPages;
}

/**
 * The pages that look different, each asked.
 * @param part only those after a key, as many as the limit says; the total counts all
 * @param all where there are not too many, all of them, for the parts to come
 */
export async function differingPages(
  db: Records,
  { storeId, state, kinds, touched }: Asking,
  part: { readonly after?: SortKey | undefined; readonly limit: number },
): Promise<DifferingPages & { readonly all: readonly ListedRow[] | null }> {
  let total = 0;
  let kept: (readonly ListedRow[])[] | null = [];
  let some: readonly ListedRow[] = [];
  const setting = await settingOf(db, storeId, state);
  for (const kind of kinds)
    for await (const found of askEach(db, storeId, kind, setting, touched)) {
      const rows = found.sort(compare);
      total += rows.length;
      if (kept && total > MOST_KEPT) kept = null;
      kept?.push(rows);
      some = merged(some, partOf(rows, part.after, part.limit)).slice(0, part.limit);
    }
  return { total, rows: some, all: kept && (await allMerged(kept)) };
}

/** Whether one page looks different. @param code of its subject; null for kinds that have a single page */
export async function doesDiffer(
  db: Records,
  { storeId, state, touched }: Omit<Asking, 'kinds'>,
  kind: PageKind,
  code: string | null,
): Promise<boolean> {
  const setting = await settingOf(db, storeId, state);
  const codes = code === null ? undefined : [code];
  for await (const rows of askEach(db, storeId, kind, setting, touched, codes)) if (rows.length > 0) return true;
  return false;
}

/** Those of a kind that look different, some at a time. */
async function* askEach(
  db: Records,
  storeId: number,
  kind: PageKind,
  setting: Setting,
  touched: TouchedPages,
  codes?: readonly string[],
): AsyncGenerator<ListedRow[]> {
  const { rowOf } = rowsOf(kind, setting);
  // What template a page has is worked out only where it counts.
  const isByRow =
    touched.all ||
    touched.templates.size > 0 ||
    touched.standards.has(kind) ||
    touched.additions.some((one) => one.kind === kind);
  const differs = (subject: PageSubject): ListedRow | null => {
    const page = askedPage(kind, subject, setting);
    const isOne =
      touched.pages.has(page.code) ||
      (isByRow && isTouched(rowOf(subject, page), touched)) ||
      touched.differs(page, kind, setting);
    return isOne ? { page: page.code, title: subject.title, rank: RANKS.indexOf(kind) } : null;
  };
  const batches = subjectsOf(db, storeId, kind, setting.state, codes)[Symbol.asyncIterator]();
  let next = batches.next();
  for (;;) {
    const { value: subjects, done } = await next;
    if (done) return;
    // The next batch is read while this one is asked.
    next = batches.next();
    // A failure is thrown when it is waited for; here it must not go unheard meanwhile.
    next.catch(() => undefined);
    const found: ListedRow[] = [];
    for (let from = 0; from < subjects.length; from += SLICE) {
      for (const subject of subjects.slice(from, from + SLICE)) {
        const row = differs(subject);
        if (row) found.push(row);
      }
      await nextTurn();
    }
    yield found;
  }
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

/** The usual order, as `compareKeys` has it. */
const compare = (a: ListedRow, b: ListedRow): number =>
  a.rank - b.rank || compareTexts(a.title, b.title) || compareTexts(a.page, b.page);
const compareTexts = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);

const isAfter = ({ rank, title, page }: ListedRow, after: SortKey): boolean =>
  compareKeys([rank, title, page], after, USUAL_ORDER) > 0;

/** Two sorted lists as one. */
function merged(a: readonly ListedRow[], b: readonly ListedRow[]): readonly ListedRow[] {
  if (a.length === 0) return b;
  if (b.length === 0) return a;
  const all: ListedRow[] = [];
  for (let [i, j] = [0, 0]; i < a.length || j < b.length;) {
    const [first, second] = [a[i], b[j]];
    if (first && (!second || compare(first, second) <= 0)) {
      all.push(first);
      i++;
    } else {
      all.push(sure(second));
      j++;
    }
  }
  return all;
}

/** Sorted lists as one, two by two; others come between. */
async function allMerged(lists: readonly (readonly ListedRow[])[]): Promise<readonly ListedRow[]> {
  let round = lists;
  while (round.length > 1) {
    const next: (readonly ListedRow[])[] = [];
    for (let i = 0; i < round.length; i += 2) {
      next.push(merged(round[i] ?? [], round[i + 1] ?? []));
      await nextTurn();
    }
    round = next;
  }
  return round[0] ?? [];
}

/** The part of a sorted list after a key. */
export function partOf(all: readonly ListedRow[], after: SortKey | undefined, limit: number): readonly ListedRow[] {
  if (after === undefined) return all.slice(0, limit);
  let [low, high] = [0, all.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (isAfter(sure(all[middle]), after)) high = middle;
    else low = middle + 1;
  }
  return all.slice(low, low + limit);
}

/** What a page in a list takes in memory, about. */
const ROW_BYTES = 100;
const MOST_BYTES = 64_000_000;
/** For how long the parts of a list are of one moment. */
const FOR_MS = 60_000;

// Whoever reads a list part by part asks the same again within moments.
export const answered = new LRUCache<string, readonly ListedRow[]>({
  maxSize: MOST_BYTES,
  sizeCalculation: (rows, key) => key.length + ROW_BYTES * (rows.length + 1),
  ttl: FOR_MS,
});
