/** A page as the table of pages has it, worked out from a state of a design. */
import {
  assignedBy,
  currencyDecimals,
  isFor,
  keys,
  PAGE_KINDS,
  pageCode,
  pageKinds,
  pathOf,
  patternsOf,
  type AdditionDocument,
  type AskedPage,
  type AssignmentsDocument,
  type DesignState,
  type PageKind,
  type PathPatterns,
  type PathsDocument,
  type Rule,
} from '@parlour/core';
import type { AssignmentRow } from '../records/assignments.js';
import type { Records } from '../records/database.js';
import type { Standards } from '../records/page-list.js';
import { storeById } from '../records/stores.js';
import { allSubjects, type PageSubject } from './subjects.js';

/** The pages of a kind with their templates, in batches, worked out in memory. */
export async function* rowsOfKind(
  db: Records,
  storeId: number,
  state: DesignState,
  kind: PageKind,
): AsyncGenerator<{ readonly row: AssignmentRow; readonly subject: PageSubject }[]> {
  const setting = await settingOf(db, storeId, state);
  const additions = ruledAdditions(state, kind);
  for await (const batch of allSubjects(db, storeId, kind, state))
    yield batch.map((subject) => ({ row: rowOf(kind, subject, setting, additions), subject }));
}

/** The kinds in the order in which lists have them. */
export const RANKS = pageKinds().sort(
  (a, b) =>
    Number(PAGE_KINDS[a].subject !== null) - Number(PAGE_KINDS[b].subject !== null) ||
    (a === 'product' ? 1 : b === 'product' ? -1 : 0),
);

/** A subject's page as rules and additions ask about it. */
export const askedPage = (kind: PageKind, { code, slug, facts }: PageSubject, { patterns }: Setting): AskedPage => ({
  code: pageCode({ kind, code }),
  facts: facts(kind === 'not-found' ? '' : pathOf(patterns, kind, slug)),
});

/** What the table has of a page. */
export function rowOf(
  kind: PageKind,
  subject: PageSubject,
  setting: Setting,
  additions: readonly RuledAddition[],
): AssignmentRow {
  const page = askedPage(kind, subject, setting);
  const bucket = setting.state.get(keys.assignments(kind)) as AssignmentsDocument | undefined;
  const assigned = bucket ? assignedBy(bucket, page, setting) : null;
  return {
    kind,
    page: page.code,
    rank: RANKS.indexOf(kind),
    title: subject.title,
    template: assigned?.template ?? null,
    reason: assigned?.reason ?? 'none',
    rule: assigned?.rule ?? null,
    additions: additions.filter(({ target }) => isFor(target, page, setting)).map(({ code }) => code),
  };
}

/** The standard template of each kind of pages that has one. */
export const standardsOf = (state: DesignState): Standards =>
  new Map(
    pageKinds().flatMap((kind) => {
      const standard = (state.get(keys.assignments(kind)) as AssignmentsDocument | undefined)?.standard;
      return standard === undefined ? [] : [[kind, standard]];
    }),
  );

/** An addition that a rule chooses the pages of. */
export interface RuledAddition {
  readonly code: string;
  readonly target: { readonly pageKind: PageKind; readonly when: Rule };
}

/** The additions that a rule chooses pages of a kind for. */
export const ruledAdditions = (state: DesignState, kind: PageKind): RuledAddition[] =>
  [...state.keys()].flatMap((key) => {
    const { target } = (key.startsWith('addition/') ? state.get(key) : {}) as Partial<AdditionDocument>;
    if (!target || !('when' in target) || !target.when || target.pageKind !== kind) return [];
    return [{ code: key.slice('addition/'.length), target: { pageKind: kind, when: target.when } }];
  });

/** What pages of one design are worked out with. */
export interface Setting {
  readonly state: DesignState;
  readonly patterns: PathPatterns;
  readonly decimals: number;
  readonly now: string;
}

export async function settingOf(db: Records, storeId: number, state: DesignState): Promise<Setting> {
  const { currency } = await storeById(db, storeId);
  return {
    state,
    patterns: patternsOf(state.get(keys.paths) as PathsDocument | undefined),
    decimals: currencyDecimals(currency),
    now: new Date().toISOString(),
  };
}
