/** What goes live together must fit, and no edit may leave something behind that wants what is gone. */
import { applyUnit } from '../index.js';
import type { Document, DocumentKey } from '../../documents/index.js';
import type { Rule } from '../../pages/index.js';
import { SHIPPED_KINDS } from '../../sections/index.js';
import { assignments, draftOf, publishRefusal, refusal, section, template } from '../../tests/designs.js';

const DEAR: Rule = { match: 'all', conditions: [{ fact: 'price', is: '>=', value: 80 }] };
const whole: Record<DocumentKey, Document> = {
  'template/home': {
    ...template([section('s', 'columns', {}, { one: [section('u', 'shared-section', { shared: 'promise' })] })]),
    around: { header: 'plain', footer: 'none' },
  },
  'template/product': template([], 'product', 'Product'),
  'template/sale': template([], 'product', 'Sale'),
  'template/plain': template([], 'product', 'Plain'),
  'assignments/home': assignments('home', 'home'),
  'assignments/product': {
    format: 1,
    type: 'assignments',
    pageKind: 'product',
    standard: 'product',
    pages: { 'product:K-1': 'plain' },
    lists: { rules: [{ id: 'r', values: { when: DEAR, template: 'sale' } }] },
  },
  'around/header/plain': { format: 1, type: 'arrangement', name: 'Plain', region: 'header', areas: { main: [] } },
  'shared/promise': { format: 1, type: 'shared', name: 'Promise', areas: { main: [] } },
};
const without = (...keys: readonly DocumentKey[]): Record<DocumentKey, Document> =>
  Object.fromEntries(Object.entries(whole).filter(([key]) => !keys.includes(key)));

test('a design that is whole passes', () => {
  expect(publishRefusal(whole)).toBeNull();
});

test.each<[string, DocumentKey, DocumentKey, string]>([
  ['a standard', 'template/home', 'assignments/home', 'use the template “home”'],
  ['a page’s template', 'template/plain', 'assignments/product', 'use the template “plain”'],
  ['a rule’s template', 'template/sale', 'assignments/product', 'use the template “sale”'],
  ['an arrangement', 'around/header/plain', 'template/home', 'chooses the arrangement “plain”'],
  ['a shared section, however deep', 'shared/promise', 'template/home', 'shows the shared section “promise”'],
])('%s that is missing, or would be gone, is told at the document that needs it', (_, gone, needs, words) => {
  const expected = (why: string) => ({
    code: 'cannot-publish',
    place: expect.stringMatching(new RegExp(`^${needs}[./]`)) as never,
    message: expect.stringContaining(`${words}, which ${why}.`) as never,
    remedy: expect.stringContaining(`Publish the changes of “${gone}” and “${needs}” together`) as never,
  });
  expect(publishRefusal({ [needs]: whole[needs] }, without(gone, needs))).toMatchObject(expected('is not published'));
  expect(publishRefusal({ [gone]: undefined }, whole)).toMatchObject(expected('would be gone'));
  const taken = { type: 'put', document: gone, value: null, was: draftOf(whole).get(gone) ?? null } as const;
  expect(refusal(() => applyUnit([taken], draftOf(whole), SHIPPED_KINDS))).toMatchObject({
    code: 'still-used',
    message: expect.stringContaining(`${words}, which would be gone.`) as never,
  });
});

test('removing what nothing needs is fine, and so is removing both', () => {
  const both = { 'template/home': undefined, 'assignments/home': undefined, 'shared/promise': undefined };
  expect(publishRefusal(both, whole)).toBeNull();
});

test('a template of another kind is refused, though it is there', () => {
  expect(publishRefusal({ 'assignments/home': assignments('home', 'product') }, whole)?.code).toBe('wrong-page-kind');
});

test('an old fault elsewhere stands in nobody’s way', () => {
  const draft = draftOf(without('template/plain'));
  const set = {
    type: 'set',
    document: 'assignments/product',
    field: 'standard',
    was: 'product',
    value: 'sale',
  } as const;
  expect(() => applyUnit([set], draft, SHIPPED_KINDS)).not.toThrow();
});

test('a page for signed-in shoppers needs a sign-in page, whichever of the two is changed', () => {
  const hidden = { format: 1, type: 'content', title: 'Wholesale', slug: 'w', visible: 'signed-in' } as Document;
  const signIn = {
    'template/sign-in': template([], 'sign-in', 'Sign-in'),
    'assignments/sign-in': assignments('sign-in', 'sign-in'),
  };
  const refused = {
    code: 'cannot-publish',
    place: 'content/wholesale',
    message: 'The content page “Wholesale” is for signed-in shoppers, and sign-in pages have no template.',
  };
  expect(publishRefusal({ 'content/wholesale': hidden }, whole)).toMatchObject(refused);
  const all = { ...whole, ...signIn, 'content/wholesale': hidden };
  expect(publishRefusal({ 'assignments/sign-in': undefined }, all)).toMatchObject(refused);
  expect(publishRefusal({ 'content/wholesale': hidden }, { ...whole, ...signIn })).toBeNull();
});
