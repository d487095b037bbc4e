/** The table of store pages with their templates, and how far it is behind. */
import type { Reason } from '@parlour/core/assign';
import type { PageKind } from '@parlour/core/pages';
import { sql } from 'kysely';
import type { Records } from './database.js';
import { isNotSetAside } from './failed-jobs.js';
import type { Side } from './tables.js';

/** A store page with its template, as lists and counts read it. */
export interface AssignmentRow {
  readonly kind: PageKind;
  readonly page: string;
  readonly rank: number;
  readonly title: string;
  readonly template: string | null;
  readonly reason: Reason | 'none';
  readonly rule: string | null;
  /** The codes of the additions whose rule matches it. */
  readonly additions: readonly string[];
}

/** Writes pages, new or as they are now; what is the same already is not written. */
export async function writeAssignments(
  db: Records,
  designId: number,
  side: Side,
  rows: readonly AssignmentRow[],
): Promise<void> {
  if (rows.length === 0) return;
  // Always in the same order, so that two who write some of the same rows do not wait for each other.
  const sorted = [...rows].sort((a, b) => (a.page < b.page ? -1 : 1));
  const column = <K extends keyof AssignmentRow>(name: K) => sorted.map((row) => row[name]);
  const isOwn = ({ reason }: AssignmentRow): boolean => reason === 'page' || reason === 'rule';
  // What the standard is says the design, so that another one changes no row.
  const templates = sorted.map((row) => (isOwn(row) ? row.template : null));
  const reasons = sorted.map((row) => (isOwn(row) ? row.reason : 'standard'));
  // Lists of lists cannot be taken apart in one go, so the codes travel as one text; no code has a space.
  const additions = sorted.map((row) => row.additions.join(' '));
  await sql`
    insert into page_assignment (design_id, side, kind, page, rank, title, template, reason, rule, additions)
    select ${designId}, ${side}, kind, page, rank, title, template, reason, rule, string_to_array(additions, ' ') from unnest(${column('kind')}::text[], ${column('page')}::text[], ${column('rank')}::smallint[],
      ${column('title')}::text[], ${templates}::text[], ${reasons}::text[], ${column('rule')}::text[], ${additions}::text[])
      as given (kind, page, rank, title, template, reason, rule, additions)
    on conflict (design_id, side, page) do update set title = excluded.title, template = excluded.template,
      reason = excluded.reason, rule = excluded.rule, additions = excluded.additions
    where (page_assignment.title, page_assignment.template, page_assignment.reason, page_assignment.rule, page_assignment.additions)
      is distinct from (excluded.title, excluded.template, excluded.reason, excluded.rule, excluded.additions)`.execute(
    db,
  );
}

/** How many rows one statement writes or looks at. */
const AT_ONCE = 5_000;

/** Takes pages out of the table that are no more. */
export async function removeAssignments(
  db: Records,
  designId: number,
  side: Side,
  pages: readonly string[],
): Promise<void> {
  for (let from = 0; from < pages.length; from += AT_ONCE)
    await db
      .deleteFrom('page_assignment')
      .where('design_id', '=', designId)
      .where('side', '=', side)
      .where(sql<boolean>`page = any(${pages.slice(from, from + AT_ONCE)})`)
      .execute();
}

/** Takes the pages of products out of the table that are no more, however many there are: a part in each statement. */
export async function removeGoneProducts(db: Records, designId: number, side: Side, storeId: number): Promise<void> {
  // Codes come behind a colon, and a semicolon is the next sign after it.
  for (let after: string | undefined = 'product:'; after !== undefined;) {
    const { rows }: { rows: { page: string; isThere: boolean }[] } = await sql<{ page: string; isThere: boolean }>`
      select page, exists (select from card c
          where c.store_id = ${storeId} and c.code = substr(a.page, length('product:') + 1)) as "isThere"
        from page_assignment a where design_id = ${designId} and side = ${side}
          and page > ${after} and page < 'product;' order by page limit ${AT_ONCE}`.execute(db);
    // By their key, whatever the database thinks it knows of the table at that moment.
    const gone = rows.flatMap(({ page, isThere }) => (isThere ? [] : [page]));
    await removeAssignments(db, designId, side, gone);
    after = rows.at(-1)?.page;
  }
}

/** The pages of a kind that the table has, of those named. */
export async function knownPages(db: Records, designId: number, side: Side, kind: PageKind): Promise<string[]> {
  const rows = await db
    .selectFrom('page_assignment')
    .select('page')
    .where('design_id', '=', designId)
    .where('side', '=', side)
    .where('kind', '=', kind)
    .execute();
  return rows.map(({ page }) => page);
}

/** The renewal of all pages of a kind on one side of a design, and how far it is. */
export interface Renewal {
  readonly designId: number;
  readonly side: Side;
  readonly kind: PageKind;
  readonly wanted: number;
  readonly done: number;
  readonly pages: number;
  readonly total: number;
}

const renewalQuery = (db: Records) =>
  db
    .selectFrom('assignment_renewal')
    .select(['design_id as designId', 'side', 'kind', 'wanted', 'done', 'pages', 'total'])
    .$narrowType<{ kind: PageKind }>();

/** Asks for a renewal of all pages of a kind. */
export async function askRenewal(db: Records, designId: number, side: Side, kind: PageKind): Promise<void> {
  await sql`insert into assignment_renewal (design_id, side, kind, wanted, done) values (${designId}, ${side}, ${kind}, 1, 0)
    on conflict (design_id, side, kind) do update set wanted = assignment_renewal.wanted + 1, pages = 0`.execute(db);
}

/** Asks for one more pass where one is under way, or about to be, since it may have read what has just changed. */
export async function askAgainIfRunning(
  db: Records,
  designId: number,
  side: Side,
  kind: PageKind,
  now: string,
): Promise<void> {
  await sql`update assignment_renewal set wanted = wanted + 1 where design_id = ${designId} and side = ${side}
    and kind = ${kind} and (done < wanted or due_at <= ${now})`.execute(db);
}

/** Renewals of a design that are not done. */
export const openRenewals = (db: Records, designId: number, side: Side): Promise<Renewal[]> =>
  renewalQuery(db).where('design_id', '=', designId).where('side', '=', side).whereRef('done', '<', 'wanted').execute();

/** The next renewal that is due. @param but those already tried, as `DESIGN SIDE KIND` */
export const takeRenewal = (db: Records, now: Date, but: readonly string[]): Promise<Renewal | undefined> =>
  renewalQuery(db)
    .where((eb) => eb.or([eb('done', '<', eb.ref('wanted')), eb('due_at', '<=', now)]))
    .where(sql<boolean>`not (design_id || ' ' || side || ' ' || kind = any(${[...but]}))`)
    .where(isNotSetAside(sql`'renewal ' || design_id || ' ' || side || ' ' || kind`, now))
    .orderBy('design_id')
    .limit(1)
    .executeTakeFirst();

/** Notes a renewal as done up to what was wanted when it began, and when a date next changes what matches. */
export async function finishRenewal(
  db: Records,
  { designId, side, kind }: Pick<Renewal, 'designId' | 'side' | 'kind'>,
  done: number,
  dueAt: Date | null,
): Promise<void> {
  await sql`insert into assignment_renewal (design_id, side, kind, wanted, done, due_at) values (${designId}, ${side}, ${kind}, ${done}, ${done}, ${dueAt})
    on conflict (design_id, side, kind) do update set done = greatest(assignment_renewal.done, ${done}), due_at = ${dueAt}`.execute(
    db,
  );
}

/** Tells how many pages of a renewal are done, for those who look at the list meanwhile. */
export async function noteProgress(
  db: Records,
  { designId, side, kind }: Renewal,
  pages: number,
  total: number,
): Promise<void> {
  await db
    .updateTable('assignment_renewal')
    .set({ pages, total })
    .where('design_id', '=', designId)
    .where('side', '=', side)
    .where('kind', '=', kind)
    .execute();
}
