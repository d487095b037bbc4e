/** Rules as people write them: `brand is "Skerry Lines" and price >= 80`. Parsed and printed, one form of each rule. */
import { Problem } from '../problem.js';
import { checkRule, OPERATORS, RULE_FACTS, type Condition, type Operator, type Rule, type Scalar } from './rule.js';
import type { PageKind } from './page.js';
import { sure } from '../sure.js';

interface Token {
  readonly type: 'word' | 'text' | 'sign';
  readonly text: string;
  /** Where it starts, counted from 1. */
  readonly at: number;
}

const TOKEN = /\s*(?:"((?:[^"\\]|\\.)*)"|(>=|<=|>|<)|([^\s"<>=]+))/y;

/**
 * Reads a rule.
 * @throws Problem `bad-rule` with the place in the text (`character 14`) and what was expected there
 */
export function parseRule(text: string, kind: PageKind): Rule {
  const tokens = tokensOf(text);
  let next = 0;
  const end = text.trimEnd().length + 1;
  const fail = (expected: string, token = tokens[next]): never => {
    throw new Problem(
      'bad-rule',
      token ? `“${token.text}” is not ${expected}.` : `The rule is not complete: ${expected} is missing at the end.`,
      { place: `character ${token?.at ?? end}`, remedy: `Write it as: ${example(kind)}.` },
    );
  };
  const word = (...wanted: string[]): boolean => {
    const found = wanted.every(
      (one, i) => tokens[next + i]?.type === 'word' && tokens[next + i]?.text.toLowerCase() === one,
    );
    if (found) next += wanted.length;
    return found;
  };
  const operator = (): Operator => {
    const token = tokens[next];
    if (token?.type === 'sign') {
      next++;
      // Tokens of that type are made of operators alone.
      return token.text as Operator;
    }
    for (const one of ['is not', 'is', 'starts with'] as const) if (word(...one.split(' '))) return one;
    return fail(`a comparison (${OPERATORS.join(', ')})`);
  };
  const condition = (): Condition => {
    const start = next;
    const fact = tokens[next];
    if (fact?.type !== 'word') return fail(`a fact (${Object.keys(RULE_FACTS[kind] ?? {}).join(', ')})`);
    next++;
    const is = operator();
    const value = tokens[next];
    if (!value || value.type === 'sign') return fail('a value');
    next++;
    const made: Condition = { fact: fact.text, is, value: value.type === 'text' ? value.text : scalar(value.text) };
    pointing(sure(tokens[start]), value, () => checkRule({ match: 'all', conditions: [made] }, kind));
    return made;
  };

  const conditions = [condition()];
  let joiner: 'and' | 'or' | null = null;
  while (next < tokens.length) {
    const one = word('and') ? 'and' : word('or') ? 'or' : fail('“and” or “or”');
    if (joiner && joiner !== one)
      throw new Problem('bad-rule', 'A rule cannot use both “and” and “or”.', {
        place: `character ${tokens[next - 1]?.at ?? end}`,
        remedy: 'Make it two rules.',
      });
    joiner = one;
    conditions.push(condition());
  }
  const rule: Rule = { match: joiner === 'or' ? 'any' : 'all', conditions };
  checkRule(rule, kind);
  return rule;
}

/** The one way a rule is written. */
export const printRule = ({ match, conditions }: Rule): string =>
  conditions
    .map(({ fact, is, value }) => `${fact} ${is} ${typeof value === 'string' ? quoted(value) : String(value)}`)
    .join(match === 'all' ? ' and ' : ' or ');

const quoted = (text: string): string =>
  /^\d{4}-\d\d-\d\d$/.test(text) ? text : `"${text.replace(/(["\\])/g, '\\$1')}"`;

function tokensOf(text: string): Token[] {
  const tokens: Token[] = [];
  TOKEN.lastIndex = 0;
  while (TOKEN.lastIndex < text.trimEnd().length) {
    const from = TOKEN.lastIndex;
    const found = TOKEN.exec(text);
    if (!found) {
      const at = from + (/\S/.exec(text.slice(from))?.index ?? 0) + 1;
      throw new Problem('bad-rule', `The rule cannot be read at character ${at}.`, {
        place: `character ${at}`,
        remedy: text[at - 1] === '"' ? 'Close the quotes.' : 'Use is, is not, starts with, >=, <=, > or <.',
      });
    }
    const [whole, inner, sign, plain] = found;
    const at = from + whole.length - whole.trimStart().length + 1;
    if (inner !== undefined) tokens.push({ type: 'text', text: inner.replace(/\\(.)/g, '$1'), at });
    else if (sign) tokens.push({ type: 'sign', text: sign, at });
    else tokens.push({ type: 'word', text: sure(plain), at });
  }
  return tokens;
}

function scalar(text: string): Scalar {
  if (text === 'true' || text === 'yes') return true;
  if (text === 'false' || text === 'no') return false;
  return /^-?\d+(\.\d+)?$/.test(text) ? Number(text) : text;
}

/** Says where in the text a condition is wrong. */
function pointing(fact: Token, value: Token, work: () => void): void {
  try {
    work();
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    const at = error.place?.endsWith('.value') ? value.at : fact.at;
    throw new Problem(error.code, error.message, {
      place: `character ${at}`,
      ...(error.remedy ? { remedy: error.remedy } : {}),
    });
  }
}

const example = (kind: PageKind): string =>
  kind === 'product'
    ? 'brand is "Skerry Lines" and price >= 80'
    : kind === 'collection'
      ? 'parent is "C-2"'
      : 'path starts with "/"';
