/** What an editor may change: words, pictures, links and content pages; never structure, look or assignments. */
import { applyRequests, checkContentEdits, invertEdit, type EditRequest } from './index.js';
import { SHIPPED_KINDS } from '../sections/index.js';
import { assignments, draftOf, refusal, section, template, tools, withChanges } from '../tests/designs.js';

const draft = draftOf({
  'template/home': template([section('a'), section('r', 'product-row'), section('p', 'poster')]),
  'template/other': template([], 'home', 'Other'),
  'assignments/home': assignments('home', 'home'),
  'menu/main': { format: 1, type: 'menu', name: 'Main', lists: { entries: [{ id: 'm', values: { label: 'Kites' } }] } },
  'content/about': { format: 1, type: 'content', title: 'About', slug: 'about' },
  'addition/note': {
    format: 1,
    type: 'addition',
    name: 'Note',
    place: 'above',
    target: { page: 'home' },
    areas: { main: [section('n')] },
  },
  look: { format: 1, type: 'look', groundwork: 'foolscap', values: {} },
});
/** What a request comes down to, done and taken back: both are checked, as undo is. */
function check(request: EditRequest): void {
  const { edits, documents } = applyRequests([request], draft, tools());
  checkContentEdits(edits, draft, SHIPPED_KINDS);
  checkContentEdits(edits.toReversed().map(invertEdit), withChanges(draft, documents), SHIPPED_KINDS);
}
const VALUES: Readonly<Record<string, unknown>> = {
  'values.picture': null,
  'values.link': { to: 'home' },
  'values.across': '3',
  'values.source': { from: 'reduced' },
  'frame.tone': 'soft',
  'layout.width': 'broad',
  'around.header': 'none',
  'values.gap': 2,
  'values.titleFont': 'work-sans',
  place: 'below',
  'target.page': 'cart',
  standard: 'other',
  'patterns.product': '/kites/{slug}',
  'redirects./old': '/about',
};
const WAS: Readonly<Record<string, unknown>> = {
  name: 'Home',
  slug: 'about',
  place: 'above',
  'target.page': 'home',
  standard: 'home',
  'layout.width': 'standard',
  'values.label': 'Kites',
};
const set = (document: string, field: string, node?: string): EditRequest => ({
  type: 'set',
  document,
  field,
  value: Object.hasOwn(VALUES, field) ? VALUES[field] : 'x',
  ...(Object.hasOwn(WAS, field) ? { was: WAS[field] } : {}),
  ...(node ? { node } : {}),
});

test.each<[string, EditRequest]>([
  ['a text of a section', set('template/home', 'values.text', 'a')],
  ['a text in another language', set('template/home', 'values.text@de', 'a')],
  ['a picture', set('template/home', 'values.picture', 'p')],
  ['a link', set('template/home', 'values.link', 'r')],
  ['a text of an addition', set('addition/note', 'values.text', 'n')],
  ['the name of a template', set('template/home', 'name')],
  ['everything of a content page', set('content/about', 'slug')],
  ['a new content page', { type: 'create', what: 'content', name: 'Delivery' }],
  ['a content page taken out', { type: 'discard', document: 'content/about' }],
  ['a menu entry', set('menu/main', 'values.label', 'm')],
  ['a new menu entry', { type: 'insert', document: 'menu/main', place: {}, values: { label: 'x' } }],
  ['a menu entry moved', { type: 'move', document: 'menu/main', node: 'm', place: {} }],
])('may: %s', (_, request) => {
  expect(() => check(request)).not.toThrow();
});

test.each<[string, EditRequest]>([
  ['how many stand side by side', set('template/home', 'values.across', 'r')],
  ['where products come from', set('template/home', 'values.source', 'r')],
  ['the frame', set('template/home', 'frame.tone', 'a')],
  ['the width of a template', set('template/home', 'layout.width')],
  ['the arrangement of a region', set('template/home', 'around.header')],
  ['a setting of the look', set('look', 'values.gap')],
  ['a font', set('look', 'values.titleFont')],
  ['where an addition goes', set('addition/note', 'place')],
  ['which pages it is for', set('addition/note', 'target.page')],
  ['the standard template', set('assignments/home', 'standard')],
  ['the path of products', set('paths', 'patterns.product')],
  ['a redirect', set('paths', 'redirects./old')],
  ['a new section', { type: 'insert', document: 'template/home', kind: 'heading', place: {} }],
  ['a section moved', { type: 'move', document: 'template/home', node: 'a', place: {} }],
  ['a section taken out', { type: 'remove', document: 'template/home', node: 'a' }],
  ['a section copied', { type: 'copy', document: 'template/home', node: 'a' }],
  ['a section shared', { type: 'share', document: 'template/home', node: 'a', name: 'X' }],
  ['a new template', { type: 'create', what: 'template', name: 'X', pageKind: 'home' }],
  ['a new menu', { type: 'create', what: 'menu', name: 'X' }],
  ['a template taken out', { type: 'discard', document: 'template/other' }],
  ['a page assigned', { type: 'assign', pages: ['home'], template: 'other' }],
])('may not: %s', (_, request) => {
  expect(refusal(() => check(request))).toMatchObject({ code: 'not-allowed' });
});
