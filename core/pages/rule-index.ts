/** Many rules asked about one subject: only those that can match it are tried. */
import { factKey, type ReadyRule, type SubjectFacts } from './rule.js';
import { sure } from '../sure.js';

export interface RuleIndex<R extends ReadyRule> {
  readonly all: readonly R[];
  /** Positions of rules that need a certain fact to have a certain value, by that. */
  readonly byKey: ReadonlyMap<string, readonly number[]>;
  /** Positions of rules that may match anything. */
  readonly others: readonly number[];
}

export function indexRules<R extends ReadyRule>(all: readonly R[]): RuleIndex<R> {
  const byKey = new Map<string, number[]>();
  const others: number[] = [];
  all.forEach((rule, position) => {
    if (!rule.keys) others.push(position);
    for (const key of new Set(rule.keys ?? [])) {
      const there = byKey.get(key);
      if (there) there.push(position);
      else byKey.set(key, [position]);
    }
  });
  return { all, byKey, others };
}

/** The rules that match a subject, in their order. */
export function* rulesMatching<R extends ReadyRule>(
  { all, byKey, others }: RuleIndex<R>,
  facts: SubjectFacts,
): Generator<R> {
  if (all.length === 0) return;
  const candidates = new Set(others);
  for (const [fact, values] of facts)
    for (const value of values) for (const position of byKey.get(factKey(fact, value)) ?? []) candidates.add(position);
  for (const position of [...candidates].sort((a, b) => a - b)) {
    const rule = sure(all[position]);
    if (rule.matches(facts)) yield rule;
  }
}
