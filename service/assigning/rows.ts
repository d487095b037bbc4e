/** A page as the table of pages has it, worked out from a state of a design. */
import { assignedBy, isFor, type AskedPage } from '@parlour/core/assign';
import { pathOf, keys, type AssignmentsDocument, type DesignState, isKeyOf, ruleEntry } from '@parlour/core/documents';
import { PAGE_KINDS, pageCode, pageKinds, type PageKind, type Rule } from '@parlour/core/pages';
import type { AssignmentRow } from '../records/assignments.js';
import type { Standards } from '../records/page-list.js';
import type { Setting } from './setting.js';
import type { PageSubject } from './subjects.js';

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

/** How the pages of a kind are worked out. */
export interface KindRows {
  /** What the table has of the page of a subject. @param page as rules ask about it, if that is known */
  readonly rowOf: (subject: PageSubject, page?: AskedPage) => AssignmentRow;
  /** When the dates of a rule next begin or end to count, and the rows with them. */
  readonly until: Date | null;
}

/** What the table has of the pages of a kind. */
export function rowsOf(kind: PageKind, setting: Setting): KindRows {
  const bucket = setting.state.get(keys.assignments(kind));
  const additions = ruledAdditions(setting.state, kind);
  return {
    until: nextDate(bucket, setting.now),
    rowOf: (subject, page = askedPage(kind, subject, setting)) => {
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
    },
  };
}

function nextDate(bucket: AssignmentsDocument | undefined, now: string): Date | null {
  const dates = (bucket?.lists?.['rules'] ?? [])
    .filter(({ values }) => values['off'] !== true)
    .flatMap(({ values }) => [values['from'], values['until']])
    .map((value) => (typeof value === 'string' ? Date.parse(value) : NaN))
    .filter((date) => date > Date.parse(now));
  return dates.length ? new Date(Math.min(...dates)) : null;
}

/** The standard template of each kind of pages that has one. */
export const standardsOf = (state: DesignState): Standards =>
  new Map(
    pageKinds().flatMap((kind) => {
      const standard = state.get(keys.assignments(kind))?.standard;
      return standard === undefined ? [] : [[kind, standard]];
    }),
  );

/** An addition that a rule chooses the pages of. */
interface RuledAddition {
  readonly code: string;
  readonly target: { readonly pageKind: PageKind; readonly when: Rule };
}

/** Whether some rule about the pages of a kind asks about a fact. */
export const asksAbout = (state: DesignState, kind: PageKind, fact: string): boolean =>
  [
    ...(state.get(keys.assignments(kind))?.lists?.['rules'] ?? []).map(({ values }) => ruleEntry(values).when),
    ...ruledAdditions(state, kind).map(({ target }) => target.when),
  ].some((rule) => rule?.conditions.some((condition) => condition.fact === fact));

/** The additions that a rule chooses pages of a kind for. */
export const ruledAdditions = (state: DesignState, kind: PageKind): RuledAddition[] =>
  [...state.keys()].flatMap((key) => {
    const target = isKeyOf(key, 'addition') ? state.get(key)?.target : undefined;
    if (!target || !('pageKind' in target) || target.pageKind !== kind || !target.when) return [];
    return [{ code: key.slice('addition/'.length), target: { pageKind: kind, when: target.when } }];
  });
