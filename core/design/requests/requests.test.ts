/** What people ask for, and the exact edits it comes down to: create, discard, assign, copy, share, unshare. */
import type { Problem } from '../../index.js';
import {
  applyRequests,
  applyUnit,
  closeDocument,
  invertEdit,
  siblingsIn,
  type DraftDocument,
  type EditRequest,
} from '../index.js';
import type { SectionedDocument } from '../../documents/index.js';
import type { Rule } from '../../pages/index.js';
import { SHIPPED_KINDS } from '../../sections/index.js';
import { assignments, draftOf, refusal, section, template, tools, withChanges } from '../../tests/designs.js';

const HOME = 'template/home';
const DEAR: Rule = { match: 'all', conditions: [{ fact: 'price', is: '>=', value: 80 }] };
const start = () =>
  draftOf({
    [HOME]: template([
      section('a'),
      section('b', 'columns', {}, { one: [section('c', 'text')], two: [] }),
      section('d'),
    ]),
    'template/product': template([section('p', 'price')], 'product', 'Product'),
    'template/other': template([], 'product', 'Other'),
    'template/third': template([], 'product', 'Third'),
    'assignments/product': {
      format: 1,
      type: 'assignments',
      pageKind: 'product',
      standard: 'product',
      pages: { 'product:K-1': 'other', 'product:K-2': 'other', 'product:K-3': 'third' },
      lists: { rules: [{ id: 'r1', values: { when: DEAR, template: 'other' } }] },
    },
    'assignments/home': assignments('home', 'home'),
    'around/header/standard': {
      format: 1,
      type: 'arrangement',
      name: 'Standard',
      region: 'header',
      areas: { main: [] },
    },
    'around/header/plain': { format: 1, type: 'arrangement', name: 'Plain', region: 'header', areas: { main: [] } },
    'content/about': { format: 1, type: 'content', title: 'About', slug: 'about', text: '<p>Us.</p>' },
    'menu/main': { format: 1, type: 'menu', name: 'Main menu' },
    look: { format: 1, type: 'look', groundwork: 'foolscap', values: {} },
  });
type State = ReturnType<typeof start>;
// One for all: an id is never given twice, as in the service.
const TOOLS = { ...tools(), newId: backwards() };
// And the later one may sort before the earlier, as random ones do.
function backwards(): () => string {
  let next = 1000;
  return () => `new${--next}`;
}
const run = (draft: State, ...requests: EditRequest[]) => {
  const result = applyRequests(requests, draft, TOOLS);
  // Whatever was done can be taken back exactly.
  const after = withChanges(draft, result.documents);
  const back = applyUnit([...result.edits].reverse().map(invertEdit), after, SHIPPED_KINDS);
  expect(Object.fromEntries(withChanges(after, back.documents))).toEqual(Object.fromEntries(draft));
  return { ...result, draft: after };
};
const closed = (draft: State, key: string) => closeDocument(draft.get(key) as DraftDocument);
const main = (draft: State, key = HOME) => (closed(draft, key) as SectionedDocument).areas['main'] ?? [];
const kindsOf = (draft: State, key = HOME) => main(draft, key).map(({ kind }) => kind.split('@')[0]);

describe('create', () => {
  test.each<[string, EditRequest, string, object]>([
    [
      'a template from nothing',
      { type: 'create', what: 'template', name: 'Sale', pageKind: 'checkout', head: { 'layout.width': 'broad' } },
      'template/sale',
      { name: 'Sale', pageKind: 'checkout', layout: { width: 'broad' }, areas: { main: [] } },
    ],
    [
      'an arrangement',
      { type: 'create', what: 'arrangement', name: 'Quiet header', region: 'header' },
      'around/header/quiet-header',
      { name: 'Quiet header', region: 'header', areas: { main: [] } },
    ],
    [
      'an addition for a page',
      {
        type: 'create',
        what: 'addition',
        name: 'Note',
        code: 'n1',
        head: { place: 'above', 'target.page': 'product:K-1' },
      },
      'addition/n1',
      { place: 'above', target: { page: 'product:K-1' } },
    ],
    [
      'a content page, with a path of its name',
      { type: 'create', what: 'content', name: 'Delivery & Returns' },
      'content/delivery-returns',
      { title: 'Delivery & Returns', slug: 'delivery-returns' },
    ],
    ['a name that makes no code', { type: 'create', what: 'menu', name: '風' }, 'menu/new', { name: '風' }],
    [
      'a copy of a content page, with a path of its own',
      { type: 'create', what: 'content', name: 'Us too', copyOf: 'about' },
      'content/us-too',
      { title: 'Us too', slug: 'us-too', text: '<p>Us.</p>' },
    ],
    ['a second of the same name', { type: 'create', what: 'menu', name: 'Main' }, 'menu/main-2', { name: 'Main' }],
  ])('%s', (_, request, key, expected) => {
    expect(closed(run(start(), request).draft, key)).toMatchObject(expected);
  });

  test('a copied template has its own sections, nested ones too', () => {
    const { draft } = run(start(), { type: 'create', what: 'template', copyOf: 'home', name: 'Front' });
    expect(kindsOf(draft, 'template/front')).toEqual(['heading', 'columns', 'heading']);
    expect(main(draft, 'template/front')[1]).toMatchObject({ slots: { one: [{ kind: 'text@1' }] } });
    // What hangs on the ids of sections, additions and what pages have of their own, follows; or stays, where one starts clean.
    const ids = (of: State, key: string) => Object.keys(of.get(key)?.nodes ?? {});
    expect(ids(draft, 'template/front')).toEqual(ids(draft, HOME));
    const each = { type: 'set', document: HOME, field: 'each.a.text', value: true } as const;
    const clean = { type: 'create', what: 'template', copyOf: 'home', name: 'Bare', clean: true } as const;
    const { draft: bare } = run(start(), each, clean);
    expect(ids(bare, 'template/bare').filter((id) => ids(bare, HOME).includes(id))).toEqual([]);
    const [first] = siblingsIn(bare.get('template/bare') as DraftDocument, { in: null, at: 'main' });
    expect(bare.get('template/bare')?.head).toMatchObject({ [`each.${first?.id}.text`]: true });
    // On one page the same id never stands twice.
    const moved = run(draft, {
      type: 'move',
      document: 'template/front',
      node: 'a',
      into: 'template/product',
      place: {},
    });
    expect(ids(moved.draft, 'template/product')).not.toContain('a');
  });

  test('a content page takes what it has of its own along: when it is copied, and when it is removed', () => {
    const own = { format: 1, type: 'own', page: 'content:about', areas: { main: [section('w')] } } as const;
    const there = withChanges(start(), draftOf({ 'own/content/about': own }));
    const { draft } = run(there, { type: 'create', what: 'content', name: 'Us', code: 'us', copyOf: 'about' });
    expect(draft.get('own/content/us')?.head).toEqual({ page: 'content:us' });
    const gone = run(draft, { type: 'discard', document: 'content/about' });
    expect([gone.draft.has('own/content/about'), gone.draft.has('own/content/us')]).toEqual([false, true]);
  });
});

describe('discard', () => {
  test('pages and rules of a template get another one, or go on by the rules and the standard', () => {
    const other = run(start(), { type: 'discard', document: 'template/other', instead: 'third' });
    expect(other.sentences).toEqual([
      'Removed the template “Other”. 2 pages and 1 rule that used it now have “Third”.',
    ]);
    expect(closed(other.draft, 'assignments/product')).toMatchObject({
      pages: { 'product:K-1': 'third', 'product:K-2': 'third', 'product:K-3': 'third' },
      lists: { rules: [{ values: { template: 'third' } }] },
    });
    const plain = run(start(), { type: 'discard', document: 'template/other' });
    expect(closed(plain.draft, 'assignments/product')).toMatchObject({ pages: { 'product:K-3': 'third' } });
    expect(closed(plain.draft, 'assignments/product')).not.toHaveProperty('lists');
    const standard = run(start(), { type: 'discard', document: 'template/product', instead: 'third' });
    expect(closed(standard.draft, 'assignments/product')).toMatchObject({ standard: 'third' });
  });

  test('templates that chose an arrangement have the standard one again', () => {
    const chosen = run(start(), { type: 'set', document: HOME, field: 'around.header', value: 'plain' });
    const gone = run(chosen.draft, { type: 'discard', document: 'around/header/plain' });
    expect(gone.sentences).toEqual([expect.stringContaining('1 template that chose it has the standard one again.')]);
    expect(gone.draft.get(HOME)).toEqual(start().get(HOME));
    expect(run(start(), { type: 'discard', document: 'content/about' }).draft.has('content/about')).toBe(false);
  });
});

describe('assign', () => {
  test('many pages in one sentence; those that have it already are left alone', () => {
    const pages = ['product:K-1', 'product:K-8', 'product:K-9', 'product:K-9'];
    const done = run(start(), { type: 'assign', pages, template: 'other' });
    expect(done.edits).toHaveLength(2);
    expect(done.sentences).toEqual(['2 product pages have the template “Other”.']);
    const back = run(done.draft, { type: 'assign', pages, template: null });
    expect(back.sentences).toEqual(['3 product pages follow the rules and the standard again.']);
    expect(closed(back.draft, 'assignments/product')).toMatchObject({ pages: { 'product:K-2': 'other' } });
    expect(run(back.draft, { type: 'assign', pages, template: null }).edits).toEqual([]);
  });
});

test('a copied section has what is inside it, and can be taken back whatever its ids are', () => {
  const slots = { one: [section('c', 'text'), section('e')], two: [section('f', 'poster')] };
  const draft = draftOf({ [HOME]: template([section('b', 'columns', {}, slots)]) });
  const { draft: after } = run(draft, { type: 'copy', document: HOME, node: 'b' });
  const [original, copy] = main(after);
  const inside = (of: typeof copy) => Object.values(of?.slots ?? {}).map((list) => list.map(({ kind }) => kind));
  expect(inside(copy)).toEqual(inside(original));
  expect(run(after, { type: 'remove', document: HOME, node: copy?.id ?? '' }).draft).toEqual(draft);
});

describe('share and unshare', () => {
  test('a shared section with several sections is put back in its order, between its neighbours', () => {
    const shared = run(start(), { type: 'share', document: HOME, node: 'b', name: 'Promise' });
    expect(kindsOf(shared.draft)).toEqual(['heading', 'shared-section', 'heading']);
    let { draft } = shared;
    for (const kind of ['poster', 'text'])
      draft = run(draft, { type: 'insert', document: 'shared/promise', kind, place: {} }).draft;
    // Neighbours put in between later have keys close by.
    const use = main(draft)[1]?.id ?? '';
    draft = run(draft, { type: 'insert', document: HOME, kind: 'product-row', place: { before: 'd' } }).draft;
    draft = run(draft, {
      type: 'insert',
      document: HOME,
      kind: 'page-title',
      place: { before: main(draft)[2]?.id ?? '' },
    }).draft;
    const unshared = run(draft, { type: 'unshare', document: HOME, node: use });
    expect(kindsOf(unshared.draft)).toEqual([
      'heading',
      'columns',
      'poster',
      'text',
      'page-title',
      'product-row',
      'heading',
    ]);
    // What was put back is its own: the shared one is not touched by it.
    expect(unshared.draft.get('shared/promise')).toEqual(draft.get('shared/promise'));
  });
});

test.each<[string, EditRequest, Partial<Problem>]>([
  [
    'a template without a page kind',
    { type: 'create', what: 'template', name: 'X' },
    { code: 'no-such-page-kind', place: 'pageKind' },
  ],
  [
    'a template of an unknown kind',
    { type: 'create', what: 'template', name: 'X', pageKind: 'lobby' },
    { code: 'no-such-page-kind' },
  ],
  [
    'an arrangement of no region',
    { type: 'create', what: 'arrangement', name: 'X' },
    { code: 'bad-input', place: 'region' },
  ],
  [
    'a code that is taken',
    { type: 'create', what: 'template', name: 'X', code: 'home', pageKind: 'home' },
    { code: 'already-there', place: 'code' },
  ],
  [
    'a copy of nothing',
    { type: 'create', what: 'template', name: 'X', copyOf: 'gone' },
    { code: 'no-such-template', place: 'copyOf' },
  ],
  [
    'a copy of no menu',
    { type: 'create', what: 'menu', name: 'X', copyOf: 'gone' },
    { code: 'no-such-document', place: 'copyOf' },
  ],
  [
    'a copy for another kind',
    { type: 'create', what: 'template', name: 'X', copyOf: 'home', pageKind: 'cart' },
    { code: 'wrong-page-kind' },
  ],
  [
    'a value the document has not',
    { type: 'create', what: 'menu', name: 'X', head: { colour: 'red' } },
    { code: 'no-such-field' },
  ],
  [
    'a value that cannot be changed',
    { type: 'create', what: 'template', name: 'X', pageKind: 'home', head: { pageKind: 'cart' } },
    { code: 'no-such-field' },
  ],
  [
    'an addition without a place',
    { type: 'create', what: 'addition', name: 'X' },
    { code: 'bad-value', place: 'head.place' },
  ],
  [
    'an addition for nothing',
    { type: 'create', what: 'addition', name: 'X', head: { place: 'above' } },
    { code: 'bad-value', place: 'target' },
  ],
  [
    'an addition for a page and a kind',
    {
      type: 'create',
      what: 'addition',
      name: 'X',
      head: { place: 'above', 'target.page': 'home', 'target.pageKind': 'home' },
    },
    { code: 'bad-value', place: 'target' },
  ],
  [
    'the look discarded',
    { type: 'discard', document: 'look' },
    { code: 'still-used', message: expect.stringMatching(/^The look/) as never },
  ],
  ['a standard arrangement discarded', { type: 'discard', document: 'around/header/standard' }, { code: 'still-used' }],
  ['what is not there discarded', { type: 'discard', document: 'menu/gone' }, { code: 'no-such-document' }],
  ['no such template discarded', { type: 'discard', document: 'template/gone' }, { code: 'no-such-template' }],
  ['a standard discarded without another', { type: 'discard', document: 'template/product' }, { code: 'still-used' }],
  [
    'one of another kind instead',
    { type: 'discard', document: 'template/other', instead: 'home' },
    { code: 'wrong-page-kind' },
  ],
  [
    'itself instead',
    { type: 'discard', document: 'template/product', instead: 'product' },
    { code: 'bad-value', place: 'instead' },
  ],
  ['no template at all', { type: 'assign', pages: ['product:K-1'], template: 'gone' }, { code: 'no-such-template' }],
  [
    'a template of another kind',
    { type: 'assign', pages: ['product:K-1'], template: 'home' },
    { code: 'wrong-page-kind' },
  ],
  ['a kind without a standard', { type: 'assign', pages: ['product'], template: null }, { code: 'still-used' }],
  ['a page of no kind', { type: 'assign', pages: ['lobby:1'], template: 'home' }, { code: 'no-such-page-kind' }],
  ['a shared section shared', { type: 'share', document: HOME, node: 'gone', name: 'X' }, { code: 'no-such-section' }],
  [
    'a section unshared that shows none',
    { type: 'unshare', document: HOME, node: 'a' },
    { code: 'no-such-section', place: 'node' },
  ],
  [
    'an arrangement that is not there',
    { type: 'set', document: HOME, field: 'around.header', value: 'gone' },
    { code: 'no-such-document' },
  ],
  [
    'a page of another kind in a bucket',
    { type: 'set', document: 'assignments/product', field: 'pages.home', value: 'other' },
    { code: 'bad-page-code' },
  ],
  [
    'a rule without a template',
    { type: 'insert', document: 'assignments/product', place: { at: 'rules' }, values: { when: DEAR } },
    { code: 'bad-value', place: 'values.template' },
  ],
  [
    'a rule that ends before it begins',
    {
      type: 'insert',
      document: 'assignments/product',
      place: { at: 'rules' },
      values: { when: DEAR, template: 'other', from: '2026-12-02T00:00:00Z', until: '2026-12-01T00:00:00Z' },
    },
    { code: 'ends-first', place: 'values.until' },
  ],
  [
    'an addition for nobody',
    { type: 'create', what: 'addition', name: 'Note', head: { place: 'above' } },
    { code: 'bad-value', place: 'target' },
  ],
  [
    'an addition for a page and for a kind',
    {
      type: 'create',
      what: 'addition',
      name: 'Note',
      head: { place: 'above', 'target.page': 'home', 'target.pageKind': 'home' },
    },
    { code: 'bad-value', place: 'target' },
  ],
  [
    'a section that is shown until before it is shown',
    {
      type: 'insert',
      document: HOME,
      kind: 'text',
      place: {},
      frame: { from: '2026-12-02T00:00:00Z', until: '2026-12-02T00:00:00Z' },
    },
    { code: 'ends-first', place: 'frame.until' },
  ],
])('refused: %s', (_, request, problem) => {
  const fault = refusal(() => run(start(), request));
  expect(fault).toMatchObject(problem);
  expect(fault.remedy?.length ?? 0).toBeGreaterThan(5);
});
