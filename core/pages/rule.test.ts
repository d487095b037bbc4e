import fc from 'fast-check';
import { Problem } from '../index.js';
import { assignedBy } from '../assign/index.js';
import type { AssignmentsDocument } from '../documents/index.js';
import {
  checkRule,
  fold,
  indexRules,
  parseRule,
  printRule,
  readyRule,
  rulesMatching,
  type Condition,
  type Rule,
  type Scalar,
} from './index.js';

const facts = (given: Record<string, Scalar | Scalar[]>) =>
  new Map(
    Object.entries(given).map(([name, value]) => [
      name,
      [value].flat().map((one) => (typeof one === 'string' ? fold(one) : one)),
    ]),
  );
const gannet = facts({
  brand: 'Skerry  Lines',
  price: 8900,
  keyword: ['beginner', 'delta'],
  stock: 4,
  reduced: false,
  'attribute.wind': 3,
  path: '/item/gannet',
});
const problem = (work: () => unknown): Problem => {
  try {
    work();
  } catch (error) {
    return error as Problem;
  }
  throw new Error('It was accepted.');
};

describe('rules as text', () => {
  test.each<[string, boolean]>([
    ['brand is "skerry lines"', true],
    ['brand is "Skerry Lines" and price >= 80', true],
    ['brand is "Skerry Lines" and price > 89', false],
    ['keyword is "DELTA"', true],
    ['keyword is not delta', false],
    ['category is "kits"', false],
    ['category is not "kits"', true],
    ['price < 50 or stock <= 4', true],
    ['attribute.wind >= 3', true],
    ['reduced is no', true],
    ['path starts with "/item/"', true],
  ])('%s', (text, expected) => {
    const rule = parseRule(text, 'product');
    expect(readyRule(rule, 2).matches(gannet)).toBe(expected);
    expect(parseRule(printRule(rule), 'product')).toEqual(rule);
  });

  test.each<[string, Partial<Problem>]>([
    ['', { code: 'bad-rule', place: 'character 1' }],
    ['brand', { code: 'bad-rule', place: 'character 6' }],
    ['brand is', { place: 'character 9' }],
    ['brand equals "x"', { place: 'character 7' }],
    ['flavour is "x"', { place: 'character 1', message: 'Rules for product pages cannot use “flavour”.' }],
    ['price >= "much"', { place: 'character 10' }],
    ['brand >= "x"', { place: 'character 1' }],
    ['brand is "x" price > 1', { place: 'character 14', message: '“price” is not “and” or “or”.' }],
    [
      'price > 1 and stock > 1 or stock > 2',
      { message: 'A rule cannot use both “and” and “or”.', place: 'character 25' },
    ],
    ['brand is "x', { place: 'character 10', remedy: 'Close the quotes.' }],
    ['visible-since >= 2026-13', { code: 'bad-rule', place: 'character 18' }],
    ['price > 80 and price <= 80', { code: 'rule-never-matches' }],
    ['brand is a and brand is b', { code: 'rule-never-matches' }],
    ['keyword is a and keyword is not a', { code: 'rule-never-matches' }],
    ['brand is a and brand starts with "b"', { code: 'rule-never-matches' }],
  ])('refuses %s', (text, expected) => {
    expect(problem(() => parseRule(text, 'product'))).toMatchObject(expected);
  });

  test('several values of one fact do not exclude each other, and kinds without subjects have no rules', () => {
    expect(() => parseRule('keyword is a and keyword is b', 'product')).not.toThrow();
    expect(
      problem(() => checkRule({ match: 'all', conditions: [{ fact: 'path', is: 'is', value: '/' }] }, 'cart')).remedy,
    ).toContain('product');
  });
});

describe('assignment', () => {
  const brands = ['a', 'b', 'c'];
  const condition: fc.Arbitrary<Condition> = fc.oneof(
    fc.record({
      fact: fc.constant('brand'),
      is: fc.constantFrom('is', 'is not'),
      value: fc.constantFrom(...brands),
    }) as fc.Arbitrary<Condition>,
    fc.record({
      fact: fc.constant('keyword'),
      is: fc.constant('is'),
      value: fc.constantFrom(...brands),
    }) as fc.Arbitrary<Condition>,
    fc.record({
      fact: fc.constant('price'),
      is: fc.constantFrom('>=', '<'),
      value: fc.nat(10),
    }) as fc.Arbitrary<Condition>,
  );
  const rules = fc.array(
    fc.record({
      match: fc.constantFrom('all', 'any'),
      conditions: fc.array(condition, { minLength: 1, maxLength: 3 }),
    }),
    { maxLength: 12 },
  );
  const setting = { now: '2026-11-23T10:00Z', decimals: 2 };
  const bucket = (list: readonly Rule[], more: object = {}): AssignmentsDocument => ({
    format: 1,
    type: 'assignments',
    pageKind: 'product',
    standard: 'standard',
    lists: { rules: list.map((when, i) => ({ id: `r${i}`, values: { when, template: `t${i}`, ...more } })) },
  });

  test('the index finds the rules that match, and the first of them, as going through all in order would', () => {
    fc.assert(
      fc.property(
        rules,
        fc.constantFrom(...brands),
        fc.subarray(brands),
        fc.nat(1000),
        (list, brand, keyword, price) => {
          const page = { code: 'product:1', facts: facts({ brand, keyword, price }) };
          const ready = list.map((rule) => readyRule(rule, 2));
          const found = ready.filter((rule) => rule.matches(page.facts));
          expect([...rulesMatching(indexRules(ready), page.facts)]).toEqual(found);
          const first = ready.findIndex((rule) => rule === found[0]);
          expect(assignedBy(bucket(list), page, setting)).toEqual(
            first < 0
              ? { template: 'standard', reason: 'standard' }
              : { template: `t${first}`, reason: 'rule', rule: `r${first}` },
          );
        },
      ),
      { numRuns: 500 },
    );
  });

  test('this page goes before rules, rules before the standard; rules that are off or out of date are passed over', () => {
    const any: Rule = { match: 'any', conditions: [{ fact: 'price', is: '>=', value: 0 }] };
    const page = { code: 'product:1', facts: facts({ price: 1 }) };
    const template = (document: AssignmentsDocument) => assignedBy(document, page, setting)?.template;
    expect(template({ ...bucket([any]), pages: { 'product:1': 'own' } })).toBe('own');
    expect(template(bucket([any]))).toBe('t0');
    expect(template(bucket([any], { off: true }))).toBe('standard');
    expect(template(bucket([any], { from: '2026-11-24T00:00Z' }))).toBe('standard');
    expect(template(bucket([any], { until: '2026-11-23T10:00Z' }))).toBe('standard');
    expect(template(bucket([any], { from: '2026-11-01T00:00Z', until: '2026-12-01T00:00Z' }))).toBe('t0');
  });
});
