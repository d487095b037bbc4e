/** Which template a store page has: this page, then the first rule that matches, then the standard of its kind. */
import { type AssignmentsDocument, type Entry, keys } from '../documents/document.js';
import type { DesignState } from '../documents/state.js';
import { isSame } from '../design/edits/common.js';
import { parsePage, type PageCode, type PageKind } from '../pages/page.js';
import { readyRule, type ReadyRule, type Rule, type SubjectFacts } from '../pages/rule.js';
import { indexRules, rulesMatching, type RuleIndex } from '../pages/rule-index.js';
import { sure } from '../sure.js';
import { ruleEntry } from '../documents/heads.js';

/** A store page as rules see it. */
export interface AskedPage {
  readonly code: PageCode;
  readonly facts: SubjectFacts;
}

/** What rules are evaluated with; handed in, so that the answer depends on nothing else. */
export interface RuleSetting {
  /** An instant in ISO form; decides which rules count by their dates. */
  readonly now: string;
  /** How many decimals the store's currency has. */
  readonly decimals: number;
}

/** Why a page has its template: assigned to it, by a rule, or as the standard of its kind. */
export type Reason = 'page' | 'rule' | 'standard';

/** The template of a page, and why. */
export interface Assigned {
  readonly template: string;
  readonly reason: Reason;
  /** The id of the rule that matched. */
  readonly rule?: string;
}

/** The template of a page, or null if its kind has no standard and nothing else matches. */
export function assignedTemplate(page: AskedPage, state: DesignState, setting: RuleSetting): Assigned | null {
  const document = state.get(keys.assignments(parsePage(page.code).kind));
  return document ? assignedBy(document, page, setting) : null;
}

/** The same, by one kind's assignments. */
export function assignedBy(document: AssignmentsDocument, page: AskedPage, setting: RuleSetting): Assigned | null {
  const { pages = {}, standard } = document;
  if (Object.hasOwn(pages, page.code)) return { template: sure(pages[page.code]), reason: 'page' };
  for (const rule of rulesMatching(readyRules(document, setting.decimals), page.facts))
    if (counts(rule, setting.now)) return { template: rule.template, reason: 'rule', rule: rule.id };
  return standard === undefined ? null : { template: standard, reason: 'standard' };
}

/** A rule of the assignments, prepared for asking many pages. */
export interface ReadyEntry extends ReadyRule {
  readonly id: string;
  readonly template: string;
  readonly when: Rule;
  readonly off: boolean;
  readonly from: string;
  readonly until: string;
}

// Documents never change, so the rules of each are made ready once for each number of decimals.
const kept = new WeakMap<AssignmentsDocument, Map<number, RuleIndex<ReadyEntry>>>();

/** The rules of a document in order, ready to be asked. */
export const rulesOf = (document: AssignmentsDocument, decimals: number): readonly ReadyEntry[] =>
  readyRules(document, decimals).all;

/**
 * The rules by which two states of a kind's assignments can give a page different templates: a page that none of them
 * matches follows the same rule in both.
 * @returns null for all of them, where those that both have stand in another order
 */
export function rulesThatDiffer(
  before: AssignmentsDocument | undefined,
  after: AssignmentsDocument | undefined,
  decimals: number,
): readonly ReadyEntry[] | null {
  const [was, is] = [before, after].map((document) => (document ? rulesOf(document, decimals) : []));
  const stored = (document: AssignmentsDocument | undefined): ReadonlyMap<string, Entry> =>
    new Map((document?.lists?.['rules'] ?? []).map((entry) => [entry.id, entry]));
  const [wasStored, isStored] = [stored(before), stored(after)];
  const isBoth = ({ id }: ReadyEntry): boolean => isSame(wasStored.get(id), isStored.get(id));
  const [wasBoth, isInBoth] = [was?.filter(isBoth) ?? [], is?.filter(isBoth) ?? []];
  if (wasBoth.some(({ id }, i) => isInBoth[i]?.id !== id)) return null;
  return [...(was ?? []), ...(is ?? [])].filter((rule) => !isBoth(rule));
}

function readyRules(document: AssignmentsDocument, decimals: number): RuleIndex<ReadyEntry> {
  let found = kept.get(document);
  if (!found) kept.set(document, (found = new Map()));
  let index = found.get(decimals);
  if (!index)
    found.set(
      decimals,
      (index = indexRules((document.lists?.['rules'] ?? []).filter(isWhole).map((one) => readyEntry(one, decimals)))),
    );
  return index;
}

/** Edits refuse a rule without a condition or a template; one that came otherwise must not stop the others. */
const isWhole = ({ values }: Entry): boolean => Boolean(values['when'] && values['template']);

function readyEntry({ id, values }: Entry, decimals: number): ReadyEntry {
  const { when, template = '', off = false, from = '', until = '' } = ruleEntry(values);
  return { ...readyRule(sure(when), decimals), id, when: sure(when), template, off, from, until };
}

/** The next instant at which a rule for pages of a kind begins or stops to count; null if no rule has such a date. */
export function nextRuleDate(kind: PageKind, state: DesignState, { now, decimals }: RuleSetting): string | null {
  const document = state.get(keys.assignments(kind));
  const dates = document ? rulesOf(document, decimals).flatMap(({ from, until }) => [from, until]) : [];
  return dates.reduce<string | null>(
    (next, date) => (date > now && (next === null || date < next) ? date : next),
    null,
  );
}

/** Whether a rule is switched on and within its dates. */
export const counts = ({ off, from, until }: Pick<ReadyEntry, 'off' | 'from' | 'until'>, now: string): boolean =>
  !off && (from === '' || from <= now) && (until === '' || now < until);
