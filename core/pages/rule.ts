/** Rules: conditions on what a store page is about. Evaluated here in memory, the same way wherever a rule is used. */
import * as yup from 'yup';
import { closed, plainText } from '../shapes.js';
import { Problem } from '../problem.js';
import { didYouMean } from '../words.js';
import type { PageKind } from './page.js';
import { sure } from '../sure.js';

/** How a fact is compared with a value; those of order are for prices, numbers and days. */
export const OPERATORS = ['is', 'is not', 'starts with', '>=', '<=', '>', '<'] as const;
export type Operator = (typeof OPERATORS)[number];
/** What a fact or a value of a condition can be. */
export type Scalar = string | number | boolean;

/**
 * One comparison of a rule.
 * @example { fact: 'price', is: '>=', value: 120 }
 */
export interface Condition {
  /** A fact such as `brand`, or `attribute.NAME`. */
  readonly fact: string;
  readonly is: Operator;
  /** Prices in whole units of the store's currency, dates as `2026-11-23`. */
  readonly value: Scalar;
}

/**
 * Which pages something is for.
 * @example { match: 'all', conditions: [{ fact: 'category', is: 'is', value: 'sport' }] }
 */
export interface Rule {
  /** Whether all conditions must hold, or any one. */
  readonly match: 'all' | 'any';
  readonly conditions: readonly Condition[];
}

/**
 * What rules see of a subject: each fact with its values, none if it has none. Texts are folded, prices in minor
 * units, so that memory and SQL agree.
 */
export type SubjectFacts = ReadonlyMap<string, readonly Scalar[]>;

type FactType = 'text' | 'number' | 'price' | 'date' | 'toggle';
interface FactAbout {
  readonly type: FactType;
  readonly help: string;
  /** True if a subject may have several values at once. */
  readonly many?: true;
}

const PATH: FactAbout = { type: 'text', help: 'the path of the page' };

/** The facts of each page kind that has subjects. */
export const RULE_FACTS: Readonly<Partial<Record<PageKind, Readonly<Record<string, FactAbout>>>>> = {
  product: {
    brand: { type: 'text', help: 'the name of its brand' },
    category: { type: 'text', help: 'its category' },
    keyword: { type: 'text', help: 'one of its keywords', many: true },
    collection: { type: 'text', help: 'the code of a collection it is in', many: true },
    price: { type: 'price', help: 'its lowest price' },
    stock: { type: 'number', help: 'its stock, all variants together' },
    reduced: { type: 'toggle', help: 'whether any variant is reduced' },
    'visible-since': { type: 'date', help: 'the day it was first shown' },
    path: PATH,
  },
  collection: { parent: { type: 'text', help: 'the code of a collection above it', many: true }, path: PATH },
  brand: { path: PATH },
  content: { label: { type: 'text', help: 'one of its labels', many: true }, path: PATH },
};

const ATTRIBUTE = /^attribute\.[a-z0-9][a-z0-9-]{0,39}$/;

/** What a fact is for a page kind, or null if it has no such fact. Attributes take the type of the value. */
export function factAbout(kind: PageKind, fact: string, value?: Scalar): FactAbout | null {
  const facts = RULE_FACTS[kind];
  if (!facts) return null;
  if (ATTRIBUTE.test(fact)) {
    const type = typeof value === 'number' ? 'number' : typeof value === 'boolean' ? 'toggle' : 'text';
    return { type, help: 'an attribute of its own' };
  }
  return Object.hasOwn(facts, fact) ? sure(facts[fact]) : null;
}

/** Text as rules compare it: compatibility forms and case folded, space at the ends and in between made one. */
export const fold = (text: string): string => text.normalize('NFKC').toLowerCase().trim().replace(/\s+/g, ' ');

/** Conditions that one rule may have. */
export const MOST_CONDITIONS = 20;
/** A rule as it comes in, before its facts are checked against their types. */
export const ruleSchema = closed({
  match: yup.string().strict().oneOf(['all', 'any']).required(),
  conditions: yup
    .array(
      closed({
        fact: plainText(60).required(),
        is: yup.string().strict().oneOf(OPERATORS).required(),
        value: yup
          .mixed()
          .strict()
          .required()
          .test('scalar', '${path} must be a text, a number, true or false', (value) =>
            ['string', 'number', 'boolean'].includes(typeof value),
          )
          .meta({ json: { type: ['string', 'number', 'boolean'] } }),
      }),
    )
    .strict()
    .min(1)
    .max(MOST_CONDITIONS)
    .required(),
});

/**
 * Checks that a rule makes sense for pages of a kind.
 * @throws Problem `bad-rule` for an unknown fact or a value of the wrong type; `rule-never-matches` for a contradiction
 */
export function checkRule(rule: Rule, kind: PageKind): void {
  if (!RULE_FACTS[kind])
    throw new Problem('bad-rule', `There is only one ${kind} page, so a rule cannot choose among several.`, {
      place: 'when',
      remedy: `Rules are for pages of these kinds: ${Object.keys(RULE_FACTS).join(', ')}.`,
    });
  rule.conditions.forEach((condition, i) => checkCondition(condition, kind, `when.conditions[${i}]`));
  if (rule.match === 'all' && isContradiction(rule.conditions, kind))
    throw new Problem('rule-never-matches', 'No page can ever meet all of these conditions.', {
      place: 'when',
      remedy: 'Remove one of the conditions that exclude each other, or use “or”.',
    });
}

function checkCondition({ fact, is, value }: Condition, kind: PageKind, place: string): void {
  const about = factAbout(kind, fact, value);
  if (!about) {
    const facts = Object.keys(RULE_FACTS[kind] ?? {});
    throw new Problem('bad-rule', `Rules for ${kind} pages cannot use “${fact}”.`, {
      place: `${place}.fact`,
      remedy: `${didYouMean(fact, facts)}Use one of: ${facts.join(', ')}, attribute.NAME.`,
    });
  }
  const wanted = { text: 'string', date: 'string', number: 'number', price: 'number', toggle: 'boolean' }[about.type];
  if (typeof value !== wanted || (about.type === 'date' && !/^\d{4}-\d\d-\d\d$/.test(String(value))))
    throw new Problem('bad-rule', `“${fact}” is compared with ${WANTED[about.type]}, not with ${shownScalar(value)}.`, {
      place: `${place}.value`,
      remedy: `It is ${about.help}.`,
    });
  const ordered = about.type !== 'text' && about.type !== 'toggle';
  if ((is === 'starts with' && about.type !== 'text') || (!ordered && /[<>]/.test(is)))
    throw new Problem('bad-rule', `“${fact}” cannot be compared with “${is}”.`, {
      place: `${place}.is`,
      remedy: ordered ? 'Use is, is not, >=, <=, > or <.' : 'Use is, is not, or “starts with” for texts.',
    });
}

const WANTED: Record<FactType, string> = {
  text: 'a text in quotes',
  number: 'a number',
  price: 'a number, in whole units of the currency',
  date: 'a day such as 2026-11-23',
  toggle: 'true or false',
};

/** Whether conditions on one single-valued fact exclude each other. */
function isContradiction(conditions: readonly Condition[], kind: PageKind): boolean {
  const byFact = new Map<string, Condition[]>();
  for (const one of conditions) byFact.set(one.fact, [...(byFact.get(one.fact) ?? []), one]);
  for (const [fact, all] of byFact) {
    const values = all.map(({ value }) => (typeof value === 'string' ? fold(value) : value));
    const several = factAbout(kind, fact)?.many ?? false;
    const wanted = new Set(values.filter((_, i) => all[i]?.is === 'is'));
    const unwanted = values.filter((_, i) => all[i]?.is === 'is not');
    if (unwanted.some((value) => wanted.has(value))) return true;
    if (several) continue;
    if (wanted.size > 1) return true;
    const [only] = [...wanted];
    if (only !== undefined && all.some((one, i) => !holds(one.is, only, sure(values[i])))) return true;
    const low = bound(all, values, '>');
    const high = bound(all, values, '<');
    if (low && high && (low.value > high.value || (low.value === high.value && (low.open || high.open)))) return true;
  }
  return false;
}

/** The narrowest lower (`>`) or upper (`<`) bound among conditions. */
function bound(all: readonly Condition[], values: readonly Scalar[], side: '>' | '<') {
  let found: { value: Scalar; open: boolean } | null = null;
  all.forEach(({ is }, i) => {
    if (!is.startsWith(side)) return;
    const next = { value: sure(values[i]), open: is === side };
    const narrower = found && (side === '>' ? next.value > found.value : next.value < found.value);
    if (!found || narrower || (next.value === found.value && next.open)) found = next;
  });
  // It is set in the loop, which the compiler does not follow.
  return found as { value: Scalar; open: boolean } | null;
}

function holds(is: Operator, value: Scalar, wanted: Scalar): boolean {
  if (typeof value !== typeof wanted) return is === 'is not';
  switch (is) {
    case 'is':
      return value === wanted;
    case 'is not':
      return value !== wanted;
    case 'starts with':
      return String(value).startsWith(String(wanted));
    case '>=':
      return value >= wanted;
    case '<=':
      return value <= wanted;
    case '>':
      return value > wanted;
    case '<':
      return value < wanted;
  }
}

/** A rule made ready to be asked about many subjects. */
export interface ReadyRule {
  matches(facts: SubjectFacts): boolean;
  /** The conditions that do not hold. */
  failing(facts: SubjectFacts): readonly Condition[];
  /** Facts with the folded value of which a subject must have one for the rule to match; null if that is not known. */
  readonly keys: readonly string[] | null;
}

/** @param decimals how many decimals the store's currency has; prices in facts are in minor units */
export function readyRule({ match, conditions }: Rule, decimals: number): ReadyRule {
  const tests = conditions.map(({ fact, is, value }) => {
    const wanted =
      typeof value === 'string' ? fold(value) : fact === 'price' ? Math.round(Number(value) * 10 ** decimals) : value;
    const test = (facts: SubjectFacts): boolean => {
      const values = facts.get(fact) ?? [];
      return is === 'is not'
        ? values.every((one) => holds(is, one, wanted))
        : values.some((one) => holds(is, one, wanted));
    };
    return { test, key: is === 'is' ? factKey(fact, wanted) : null };
  });
  const exact = tests.flatMap(({ key }) => (key === null ? [] : [key]));
  const keys = match === 'all' ? exact.slice(0, 1) : exact.length === tests.length ? exact : [];
  return {
    matches: (facts) =>
      match === 'all' ? tests.every(({ test }) => test(facts)) : tests.some(({ test }) => test(facts)),
    failing: (facts) => conditions.filter((_, i) => !tests[i]?.test(facts)),
    keys: keys.length ? keys : null,
  };
}

/** A fact with its value as one text, to look rules up by. */
export const factKey = (fact: string, value: Scalar): string => `${fact} ${typeof value} ${String(value)}`;

const shownScalar = (value: unknown): string => (typeof value === 'string' ? `“${value}”` : String(value));
