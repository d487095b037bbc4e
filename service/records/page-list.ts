/** The list of store pages with their templates, a part at a time: filtered, sorted, counted. */
import type { PageCode, PageKind, PageSort, TouchedPages } from '@parlour/core';
import { sql, type RawBuilder } from 'kysely';
import type { AssignmentRow } from './assignments.js';
import type { Records } from './database.js';
import type { Side } from './tables.js';

/** The columns that each order compares, one after the other; the last one tells pages apart. */
const COLUMNS = {
  'page-kind': ['rank', 'title', 'page'],
  title: ['title', 'page'],
  page: ['page'],
  template: ['template', 'title', 'page'],
  reason: ['reason', 'rule', 'title', 'page'],
} as const satisfies Record<PageSort, readonly (keyof AssignmentRow)[]>;

/** What a list of pages is sorted by. */
export interface PageOrder {
  readonly by: PageSort;
  readonly descending: boolean;
}

/** By kind, those of a kind by title. */
export const USUAL_ORDER: PageOrder = { by: 'page-kind', descending: false };

/** What a page is sorted by, in the order of comparison. */
export type SortKey = readonly (string | number)[];

export const sortKey = (row: AssignmentRow, { by }: PageOrder): SortKey => COLUMNS[by].map((name) => row[name] ?? '');

/** Whether a list may have a key at its end: as many values of the right types. */
export const isSortKey = (key: readonly unknown[], { by }: PageOrder): key is SortKey =>
  key.length === COLUMNS[by].length &&
  COLUMNS[by].every((name, i) =>
    name === 'rank' ? Number.isInteger(key[i]) && Math.abs(key[i] as number) < 100 : typeof key[i] === 'string',
  );

/** Compares as PostgreSQL does here, where texts have no locale. */
export function compareKeys(a: SortKey, b: SortKey, { descending }: PageOrder): number {
  const at = a.findIndex((value, i) => value !== b[i]);
  if (at < 0) return 0;
  return (a[at] as string) < (b[at] as string) === descending ? 1 : -1;
}

/** Which pages of a design a list has, in which order, and from where on. */
export interface PageFilter {
  readonly search?: string | undefined;
  readonly pageKind?: string | undefined;
  readonly template?: string | undefined;
  readonly reason?: string | undefined;
  /** Only these. */
  readonly pages?: readonly PageCode[] | undefined;
  readonly order: PageOrder;
  /** What the last page of the list before is sorted by. */
  readonly after?: SortKey | undefined;
  readonly limit: number;
}

/** A part of the pages in their order, with the number of all that fit. */
export async function listAssignments(
  db: Records,
  designId: number,
  side: Side,
  { search = '', pageKind, template, reason, pages, order, after, limit }: PageFilter,
): Promise<{ rows: AssignmentRow[]; total: number }> {
  const words = search.split(/\s+/).filter(Boolean).slice(0, 8);
  const fitting = sql`design_id = ${designId} and side = ${side}
    ${pageKind ? sql`and kind = ${pageKind}` : sql``} ${template ? sql`and template = ${template}` : sql``}
    ${reason ? sql`and reason = ${reason}` : sql``} ${pages ? sql`and page = any(${[...pages]})` : sql``}
    ${
      words.length
        ? sql`and ${sql.join(
            words.map((word) => sql`(title || ' ' || page) ilike ${likePattern(word)}`),
            sql` and `,
          )}`
        : sql``
    }`;
  return part(db, fitting, order, { after, limit });
}

/** Which part of a list is wanted. */
export interface ListPart {
  readonly after?: SortKey | undefined;
  readonly limit: number;
}

async function part(
  db: Records,
  fitting: RawBuilder<unknown>,
  { by, descending }: PageOrder,
  { after, limit }: ListPart,
): Promise<{ rows: AssignmentRow[]; total: number }> {
  const columns = COLUMNS[by].map(column);
  const way = descending ? sql` desc` : sql``;
  const beyond = after ? sql`and (${sql.join(columns)}) ${descending ? sql`<` : sql`>`} (${sql.join(after)})` : sql``;
  const [{ rows }, counted] = await Promise.all([
    sql<AssignmentRow>`select kind, page, rank, title, template, reason, rule, additions from page_assignment
      where ${fitting} ${beyond} order by ${sql.join(columns.map((one) => sql`${one}${way}`))} limit ${limit}`.execute(
      db,
    ),
    sql<{ n: number }>`select count(*)::integer as n from page_assignment where ${fitting}`.execute(db),
  ]);
  return { rows, total: counted.rows[0]?.n ?? 0 };
}

/**
 * A part of the pages that look different, in the usual order.
 * @param but kinds that are left out
 * @param wanted which part; with a page, only that one
 */
export function listTouched(
  db: Records,
  { designId, side }: { readonly designId: number; readonly side: Side },
  touched: TouchedPages,
  but: readonly PageKind[],
  { page, ...wanted }: ListPart & { readonly page?: PageCode },
): Promise<{ rows: AssignmentRow[]; total: number }> {
  const { all, pages, templates, standards, additions } = touched;
  const ways = all
    ? [sql`true`]
    : [
        sql`page = any(${[...pages]})`,
        sql`template = any(${[...templates]})`,
        sql`(kind = any(${[...standards]}) and reason in ('standard', 'none'))`,
        ...additions.map(
          ({ kind, page: one, rule, templates: having }) =>
            sql`(kind = ${kind} ${one === null ? sql`` : sql`and page = ${one}`} ${rule === null ? sql`` : sql`and additions @> array[${rule}]::text[]`}
              ${having === null ? sql`` : sql`and template = any(${[...having]})`})`,
        ),
      ];
  const fitting = sql`design_id = ${designId} and side = ${side} and not kind = any(${[...but]})
    ${page === undefined ? sql`` : sql`and page = ${page}`} and (${sql.join(ways, sql` or `)})`;
  return part(db, fitting, USUAL_ORDER, wanted);
}

/** The titles of pages of a design, by page; what is no page of it is left out. */
export async function titlesOf(
  db: Records,
  designId: number,
  pages: Iterable<PageCode>,
): Promise<ReadonlyMap<PageCode, string>> {
  const wanted = [...pages];
  if (wanted.length === 0) return new Map();
  // Both sides are named, so that the key of the table serves: it begins with design and side.
  const { rows } = await sql<{ page: PageCode; title: string }>`select page, title from page_assignment
    where design_id = ${designId} and side in ('draft', 'live') and page = any(${wanted})`.execute(db);
  return new Map(rows.map(({ page, title }) => [page, title]));
}

const column = (name: keyof AssignmentRow): RawBuilder<unknown> =>
  name === 'template' || name === 'rule' ? sql`coalesce(${sql.ref(name)}, '')` : sql.ref(name);

const likePattern = (word: string): string => `%${word.replace(/[\\%_]/g, '\\$&')}%`;

/** How many pages have each template. */
export async function countAssignments(db: Records, designId: number, side: Side): Promise<Map<string, number>> {
  const { rows } = await sql<{
    template: string;
    n: number;
  }>`select template, count(*)::integer as n from page_assignment
    where design_id = ${designId} and side = ${side} and template is not null group by template`.execute(db);
  return new Map(rows.map(({ template, n }) => [template, n]));
}
