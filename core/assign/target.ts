/** Additions: which sections are put into regions and open places of a page, by page, by kind or by rule. */
import type { AdditionDocument, DocumentKey, Target } from '../documents/document.js';
import { type AskedPage, type RuleSetting } from './assigned.js';
import { documentsIn, type DesignState } from '../documents/state.js';
import { parsePage, type PageKind } from '../pages/page.js';
import { readyRule, type ReadyRule } from '../pages/rule.js';

/** An addition that a page shows. */
export interface Addition {
  readonly key: DocumentKey;
  readonly document: AdditionDocument;
}

/** How many additions one page takes. */
export const MOST_ADDITIONS = 40;

/** The additions of a page by place, in the order set by hand, then of their keys; at most `MOST_ADDITIONS` of them. */
export function additionsFor(
  page: AskedPage,
  state: DesignState,
  setting: RuleSetting,
): ReadonlyMap<string, readonly Addition[]> {
  const found = new Map<string, Addition[]>();
  let count = 0;
  for (const addition of additionsOf(state)) {
    if (!isFor(addition.document.target, page, setting)) continue;
    if (++count > MOST_ADDITIONS) break;
    const { place } = addition.document;
    const there = found.get(place);
    if (there) there.push(addition);
    else found.set(place, [addition]);
  }
  return found;
}

/** The additions that all pages of a kind have, by place. */
export function additionsOfKind(kind: PageKind, state: DesignState): ReadonlyMap<string, readonly Addition[]> {
  const found = new Map<string, Addition[]>();
  for (const addition of additionsOf(state)) {
    const { target, place } = addition.document;
    if (!('pageKind' in target) || target.pageKind !== kind || target.when) continue;
    found.set(place, [...(found.get(place) ?? []), addition]);
  }
  return found;
}

/** Whether a target means a page. */
export function isFor(target: Target, page: AskedPage, { decimals }: RuleSetting): boolean {
  if ('page' in target) return target.page === page.code;
  if (target.pageKind !== parsePage(page.code).kind) return false;
  return 'when' in target && target.when ? ready(target.when, decimals).matches(page.facts) : true;
}

const rules = new WeakMap<object, Map<number, ReadyRule>>();

function ready(rule: Parameters<typeof readyRule>[0], decimals: number): ReadyRule {
  let found = rules.get(rule);
  if (!found) rules.set(rule, (found = new Map()));
  let made = found.get(decimals);
  if (!made) found.set(decimals, (made = readyRule(rule, decimals)));
  return made;
}

// The state of a revision never changes; the one of a draft lives as long as one request.
const kept = new WeakMap<DesignState, readonly Addition[]>();

function additionsOf(state: DesignState): readonly Addition[] {
  let found = kept.get(state);
  if (!found) {
    found = [...documentsIn(state, 'addition')]
      .sort(([one], [other]) => (one < other ? -1 : 1))
      .map(([key, document]) => ({ key, document }))
      // One that says no pages is for none. Edits refuse it; what was merged or stored before must not stop every page.
      .filter(({ document }) => document.target)
      // Sorting is stable: those of one order stay by their keys.
      .sort((a, b) => (a.document.order ?? 0) - (b.document.order ?? 0));
    kept.set(state, found);
  }
  return found;
}
