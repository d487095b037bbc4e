/** The list of store pages with their templates, a part at a time: filtered, sorted, counted. */
import type { PageCode, PageKind, PageSort } from '@parlour/core/pages';
import type { TouchedPages } from '@parlour/core/render';
import { sql, type RawBuilder } from 'kysely';
import type { AssignmentRow } from './assignments.js';
import { containing, type Records } from './database.js';
import type { Side } from './tables.js';

/** The columns that each order compares, one after the other; the last one tells pages apart. */
const COLUMNS = {
  'page-kind': ['rank', 'title', 'page'],
  title: ['title', 'page'],
  page: ['page'],
  template: ['template', 'title', 'page'],
  reason: ['reason', 'rule', 'title', 'page'],
} as const satisfies Record<PageSort, readonly (keyof AssignmentRow)[]>;

/** The standard template of each kind of pages that has one: the table knows only who follows it. */
export type Standards = ReadonlyMap<PageKind, string>;

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
    name === 'rank' ? Number.isInteger(key[i]) && Math.abs(Number(key[i])) < 100 : typeof key[i] === 'string',
  );

/** Compares as PostgreSQL does here, where texts have no locale. */
export function compareKeys(a: SortKey, b: SortKey, { descending }: PageOrder): number {
  const at = a.findIndex((value, i) => value !== b[i]);
  if (at < 0) return 0;
  return String(a[at]) < String(b[at]) === descending ? 1 : -1;
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

/** Whose pages: one side of a design, with the standards of its state. */
export interface PagesOf {
  readonly designId: number;
  readonly side: Side;
  readonly standards: Standards;
}

/** A part of the pages in their order, with the number of all that fit. */
export async function listAssignments(
  db: Records,
  { designId, side, standards }: PagesOf,
  { search = '', pageKind, template, reason, pages, order, after, limit }: PageFilter,
): Promise<{ rows: AssignmentRow[]; total: number }> {
  const words = search.split(/\s+/).filter(Boolean).slice(0, 8);
  const fitting = sql`design_id = ${designId} and side = ${side}
    ${pageKind ? sql`and kind = ${pageKind}` : sql``} ${template ? sql`and ${hasOneOf([template], standards)}` : sql``}
    ${reason ? sql`and reason = ${reason} and (template is not null or kind = any(${[...standards.keys()]}))` : sql``} ${pages ? sql`and page = any(${[...pages]})` : sql``}
    ${
      words.length
        ? sql`and ${sql.join(
            words.map((word) => sql`(title || ' ' || page) ilike ${containing(word)}`),
            sql` and `,
          )}`
        : sql``
    }`;
  return part(db, fitting, standards, order, { after, limit });
}

/** Which part of a list is wanted. */
export interface ListPart {
  readonly after?: SortKey | undefined;
  readonly limit: number;
}

/** Pages that have one of some templates, by themselves, by a rule or as the standard of their kind. */
const hasOneOf = (templates: Iterable<string>, standards: Standards): RawBuilder<boolean> => {
  const wanted = new Set(templates);
  const kinds = [...standards].flatMap(([kind, template]) => (wanted.has(template) ? [kind] : []));
  const own = sql<boolean>`template = any(${[...wanted]})`;
  // Without need nobody looks through those that follow a standard.
  return kinds.length === 0 ? own : sql<boolean>`(${own} or (template is null and kind = any(${kinds})))`;
};

async function part(
  db: Records,
  fitting: RawBuilder<unknown>,
  standards: Standards,
  { by, descending }: PageOrder,
  { after, limit }: ListPart,
): Promise<{ rows: AssignmentRow[]; total: number }> {
  const columns = COLUMNS[by].map((name) => column(name, standards));
  const way = descending ? sql` desc` : sql``;
  const beyond = after ? sql`and (${sql.join(columns)}) ${descending ? sql`<` : sql`>`} (${sql.join(after)})` : sql``;
  const [{ rows }, counted] = await Promise.all([
    sql<AssignmentRow>`select kind, page, rank, title, rule, additions,
        coalesce(template, ${standardOf(standards)}) as template,
        case when template is null and ${standardOf(standards)} is null then 'none' else reason end as reason
      from page_assignment
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
 * @param wanted which part; with pages, only of those
 */
export function listTouched(
  db: Records,
  { designId, side, standards }: PagesOf,
  touched: Pick<TouchedPages, 'all' | 'pages' | 'templates' | 'standards' | 'additions'>,
  but: readonly PageKind[],
  { pages: only, ...wanted }: ListPart & { readonly pages?: readonly PageCode[] },
): Promise<{ rows: AssignmentRow[]; total: number }> {
  const { all, pages, templates, standards: moved, additions } = touched;
  const ways = all
    ? [sql`true`]
    : [
        sql`page = any(${[...pages]})`,
        hasOneOf(templates, standards),
        sql`(kind = any(${[...moved]}) and template is null)`,
        ...additions.map(
          ({ kind, page: one, rule, templates: having }) =>
            sql`(kind = ${kind} ${one === null ? sql`` : sql`and page = ${one}`} ${rule === null ? sql`` : sql`and additions @> array[${rule}]::text[]`}
              ${having === null ? sql`` : sql`and ${hasOneOf(having, standards)}`})`,
        ),
      ];
  const fitting = sql`design_id = ${designId} and side = ${side} and not kind = any(${[...but]})
    ${only === undefined ? sql`` : sql`and page = any(${[...only]})`} and (${sql.join(ways, sql` or `)})`;
  return part(db, fitting, standards, USUAL_ORDER, wanted);
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

const column = (name: keyof AssignmentRow, standards: Standards): RawBuilder<unknown> => {
  if (name === 'template') return sql`coalesce(template, ${standardOf(standards)}, '')`;
  if (name === 'reason')
    return sql`case when template is null and ${standardOf(standards)} is null then 'none' else reason end`;
  return name === 'rule' ? sql`coalesce(rule, '')` : sql.ref(name);
};

/** The standard of a row's kind. */
const standardOf = (standards: Standards): RawBuilder<string | null> =>
  sql`(${JSON.stringify(Object.fromEntries(standards))}::jsonb ->> kind)`;

/** How many pages have each template. */
export async function countAssignments(
  db: Records,
  { designId, side, standards }: PagesOf,
): Promise<Map<string, number>> {
  const { rows } = await sql<{ kind: PageKind; template: string | null; n: number }>`
    select kind, template, count(*)::integer as n from page_assignment
    where design_id = ${designId} and side = ${side} group by kind, template`.execute(db);
  const counts = new Map<string, number>();
  for (const { kind, template, n } of rows) {
    const has = template ?? standards.get(kind);
    if (has !== undefined) counts.set(has, (counts.get(has) ?? 0) + n);
  }
  return counts;
}
