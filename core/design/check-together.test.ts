/** What goes live together must fit: nothing points at what shoppers would not have. */
import { checkTogether, type Document, type DocumentKey, type Rule } from '../index.js';
import { assignments, draftOf, refusal, section, template } from '../tests/designs.js';

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

test('a design that is whole passes, document by document', () => {
  const state = draftOf(whole);
  for (const [key, document] of state) expect(() => checkTogether(key, document, state)).not.toThrow();
});

test.each<[string, DocumentKey, DocumentKey, string]>([
  ['a standard', 'template/home', 'assignments/home', 'use the template “home”, which is not published'],
  ['a page’s template', 'template/plain', 'assignments/product', 'use the template “plain”'],
  ['a rule’s template', 'template/sale', 'assignments/product', 'use the template “sale”'],
  ['an arrangement', 'around/header/plain', 'template/home', 'chooses the arrangement “plain”'],
  ['a shared section, however deep', 'shared/promise', 'template/home', 'shows the shared section “promise”'],
])('%s that is missing is told at the document that needs it', (_, gone, needs, words) => {
  const { [gone]: _gone, ...rest } = whole;
  const state = draftOf(rest);
  expect(refusal(() => checkTogether(needs, state.get(needs), state))).toMatchObject({
    code: 'cannot-publish',
    place: needs,
    message: expect.stringContaining(words) as never,
    remedy: expect.stringContaining(`Publish the changes of “${gone}” and “${needs}” together`) as never,
  });
});

test.each<[string, DocumentKey, DocumentKey]>([
  ['a template that a page uses', 'template/plain', 'assignments/product'],
  ['a template that a rule gives', 'template/sale', 'assignments/product'],
  ['a standard', 'template/home', 'assignments/home'],
  ['a shared section that is shown', 'shared/promise', 'template/home'],
])('removing %s is refused, at what still needs it', (_, gone, user) => {
  const { [gone]: _gone, ...rest } = whole;
  expect(refusal(() => checkTogether(gone, undefined, draftOf(rest)))).toMatchObject({
    code: 'cannot-publish',
    place: user,
  });
});

test('removing what nothing needs is fine, and so is removing both', () => {
  const { 'template/home': _home, 'assignments/home': _bucket, 'shared/promise': _shared, ...rest } = whole;
  for (const key of ['template/home', 'assignments/home', 'shared/promise', 'content/about'])
    expect(() => checkTogether(key, undefined, draftOf(rest))).not.toThrow();
});

test('a template of another kind is refused, though it is there', () => {
  const state = draftOf({ ...whole, 'assignments/home': assignments('home', 'product') });
  expect(refusal(() => checkTogether('assignments/home', state.get('assignments/home'), state)).code).toBe(
    'wrong-page-kind',
  );
});

test('a page for signed-in shoppers needs a sign-in page, whichever of the two is changed', () => {
  const hidden = {
    format: 1,
    type: 'content',
    title: 'Wholesale',
    slug: 'wholesale',
    visible: 'signed-in',
  } as Document;
  const without = draftOf({ ...whole, 'content/wholesale': hidden });
  for (const key of ['content/wholesale', 'assignments/sign-in'])
    expect(refusal(() => checkTogether(key, without.get(key), without))).toMatchObject({
      code: 'cannot-publish',
      place: 'content/wholesale',
      message: 'The content page “Wholesale” is for signed-in shoppers, and sign-in pages have no template.',
    });
  const state = draftOf({
    ...whole,
    'content/wholesale': hidden,
    'assignments/sign-in': assignments('sign-in', 'sign-in'),
  });
  expect(() => checkTogether('content/wholesale', state.get('content/wholesale'), state)).not.toThrow();
});
