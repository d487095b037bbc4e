/** Every limit is reached once, and says which it is, where, and what to do. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { applyRequests, LIMITS, type EditRequest } from './index.js';
import type { Document } from '../documents/index.js';
import { parseRule } from '../pages/index.js';
import { assignments, draftOf, publishRefusal, refusal, section, template, tools } from '../tests/designs.js';

const sections = (count: number) => Array.from({ length: count }, (_, i) => section(`s${i}`));
const entries = (count: number, values: object) =>
  Array.from({ length: count }, (_, i) => ({ id: `e${i}`, values: { ...values } }));
const when = parseRule('price >= 80', 'product');
const draft = draftOf({
  'template/home': template(sections(LIMITS.sectionsPerDocument)),
  'template/product': template([], 'product', 'Product'),
  'assignments/product': {
    ...assignments('product', 'product'),
    lists: { rules: entries(500, { when, template: 'product' }) },
  } as Document,
  'menu/main': { format: 1, type: 'menu', name: 'Main', lists: { entries: entries(50, { label: 'One' }) } },
});
const insert = (document: string, values: object, kind?: string): EditRequest => ({
  type: 'insert',
  document,
  place: kind ? { at: 'main' } : {},
  values: { ...values },
  ...(kind ? { kind } : {}),
});

test.each<[string, EditRequest[], string]>([
  ['sections of a template', [insert('template/home', {}, 'heading')], 'more than 200 sections'],
  ['rules of a page kind', [insert('assignments/product', { when, template: 'product' })], 'more than 500 rules'],
  ['entries of a menu', [insert('menu/main', { label: 'One more' })], 'more than 50 entries'],
  [
    'edits of a unit',
    Array.from({ length: LIMITS.editsPerUnit + 1 }, () => insert('menu/main', {})),
    'at most 500 edits',
  ],
])('%s', (_, requests, words) => {
  const problem = refusal(() => applyRequests(requests, draft, tools()));
  expect(problem.code).toBe('limit-reached');
  expect(problem.message).toContain(words);
  expect(problem.remedy).toMatch(/\.$/);
});

test('the size of a document, and what one field may hold', () => {
  const large = template(
    Array.from({ length: 60 }, (_, i) => section(`p${i}`, 'text', { text: `<p>${'x'.repeat(19_000)}</p>` })),
  );
  expect(publishRefusal({ 'template/home': large })).toMatchObject({
    code: 'limit-reached',
    place: 'template/home',
  });
  const long = insert('template/product', { text: `<p>${'x'.repeat(20_001)}</p>` }, 'text');
  expect(refusal(() => applyRequests([long], draft, tools()))).toMatchObject({ code: 'bad-value', place: 'text' });
});

test('documents of a sort', () => {
  const many = draftOf(
    Object.fromEntries(
      Array.from({ length: LIMITS.documentsOfType }, (_, i) => [
        `menu/m${i}`,
        { format: 1, type: 'menu', name: `M${i}` },
      ]),
    ),
  );
  const create: EditRequest = { type: 'create', what: 'menu', name: 'One more' };
  expect(refusal(() => applyRequests([create], many, tools()))).toMatchObject({ code: 'limit-reached', place: 'what' });
});

test.each(Object.entries(LIMITS))('the limit %s is told in the docs', (_name, limit) => {
  const told = readFileSync(join(import.meta.dirname, '../../docs/limits.md'), 'utf8');
  expect(told).toMatch(new RegExp(`\\| *${limit.toLocaleString('en')}( levels deep)? *\\|`));
});
