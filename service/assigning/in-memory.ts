/** The pages of a design listed without the table: while it is behind, and for conditions it knows nothing of. */
import { isPageKind, pageCode, parseRule, pathOf, Problem, readyRule, type DesignState } from '@parlour/core';
import type { AssignmentRow } from '../records/assignments.js';
import type { Database } from '../records/database.js';
import type { Design } from '../records/designs.js';
import { compareKeys, sortKey, type PageFilter } from '../records/page-list.js';
import { allRows, settingOf } from './renew.js';
import { allSubjects } from './subjects.js';

/** Right at once, also while the table is behind, and for conditions the table knows nothing of. */
export async function listInMemory(
  db: Database,
  design: Design,
  state: DesignState,
  filter: PageFilter,
  when?: string,
): Promise<{ rows: AssignmentRow[]; total: number }> {
  const matching = when === undefined ? null : await pagesMatching(db, design.storeId, state, filter.pageKind, when);
  const words = (filter.search ?? '').toLocaleLowerCase().split(/\s+/).filter(Boolean);
  const fits = (row: AssignmentRow): boolean =>
    (!filter.pageKind || row.kind === filter.pageKind) &&
    (!filter.template || row.template === filter.template) &&
    (!filter.reason || row.reason === filter.reason) &&
    (!matching || matching.has(row.page)) &&
    words.every((word) => `${row.title} ${row.page}`.toLocaleLowerCase().includes(word));
  const all: AssignmentRow[] = [];
  for await (const rows of allRows(db, design.storeId, state)) all.push(...rows.filter(fits));
  const { after, order } = filter;
  all.sort((a, b) => compareKeys(sortKey(a, order), sortKey(b, order), order));
  const rest = after ? all.filter((row) => compareKeys(sortKey(row, order), after, order) > 0) : all;
  return { rows: rest.slice(0, filter.limit), total: all.length };
}

export async function countInMemory(db: Database, design: Design, state: DesignState): Promise<Map<string, number>> {
  const counts = new Map<string, number>();
  for await (const rows of allRows(db, design.storeId, state))
    for (const { template } of rows) if (template !== null) counts.set(template, (counts.get(template) ?? 0) + 1);
  return counts;
}

/** The pages of a kind that a rule given as text matches. */
async function pagesMatching(
  db: Database,
  storeId: number,
  state: DesignState,
  kind: string | undefined,
  when: string,
): Promise<Set<string>> {
  if (kind === undefined || !isPageKind(kind))
    throw new Problem('bad-input', 'A rule asks for pages of one kind.', {
      place: 'pageKind',
      remedy: 'Name the page kind too.',
    });
  const { decimals, patterns } = await settingOf(db, storeId, state);
  const rule = readyRule(parseRule(when, kind), decimals);
  const found = new Set<string>();
  for await (const batch of allSubjects(db, storeId, kind, state))
    for (const { code, slug, facts } of batch)
      if (rule.matches(facts(kind === 'not-found' ? '' : pathOf(patterns, kind, slug))))
        found.add(pageCode({ kind, code }));
  return found;
}
