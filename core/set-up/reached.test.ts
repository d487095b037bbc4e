/** Which content pages nothing leads to. */
import { stateOf } from '../documents/state.js';
import type { Document, DocumentKey } from '../documents/index.js';
import { unreachedPages } from './index.js';
import { section, template } from '../tests/designs.js';

const content = (slug: string, more: object = {}): Document => ({
  format: 1,
  type: 'content',
  title: slug,
  slug,
  text: '',
  ...more,
});
const unreached = (documents: Record<DocumentKey, Document>): string[] =>
  unreachedPages(stateOf([...Object.entries({ 'content/lost': content('lost') }), ...Object.entries(documents)]));
const home = (...values: object[]): Document =>
  template(values.map((one, i) => section(`s${i}`, 'text', one as Record<string, unknown>)));
const menu = (link: object): Document => ({
  format: 1,
  type: 'menu',
  name: 'Main',
  lists: { entries: [{ id: 'a', values: { link: null }, lists: { entries: [{ id: 'b', values: { link } }] } }] },
});

test('one that nobody may see is not missed; any other is, until something leads to it', () => {
  expect(unreached({})).toEqual(['lost']);
  expect(unreached({ 'content/lost': content('lost', { visible: 'nobody' }) })).toEqual([]);
  expect(unreached({ 'content/lost': content('lost', { visible: 'signed-in' }) })).toEqual(['lost']);
});

test.each<[string, Record<DocumentKey, Document>]>([
  ['a menu, however deep', { 'menu/header-links': menu({ to: 'content:lost' }) }],
  ['a link of a section', { 'template/home': home({ link: { to: 'content:lost' } }) }],
  ['a text of a section', { 'template/home': home({ text: '<p>See <a href="/lost?x#there">this</a>.</p>' }) }],
  ['a text of another page', { 'content/b': content('b', { text: '<a href="/lost">x</a>', visible: 'nobody' }) }],
  ['being home', { paths: { format: 1, type: 'paths', home: 'content:lost' } }],
  [
    'a list by label',
    {
      'content/lost': content('lost', { labels: ['news'] }),
      'template/home': template([section('l', 'pages-by-label', { label: 'news' })]),
    },
  ],
  [
    'a list of all that have a label',
    {
      'content/lost': content('lost', { labels: ['news'] }),
      'template/home': template([section('l', 'pages-by-label')]),
    },
  ],
])('%s leads to it', (_, documents) => expect(unreached(documents)).toEqual([]));

test.each<[string, Record<DocumentKey, Document>]>([
  ['a redirect', { paths: { format: 1, type: 'paths', redirects: { '/old': '/lost' } } }],
  [
    'whom an addition is for',
    { 'addition/a': { ...home(), type: 'addition', target: { page: 'content:lost' } } as never },
  ],
  ['a path that begins alike', { 'template/home': home({ text: '<a href="/lost/more">x</a>' }) }],
  [
    'a list by another label',
    {
      'content/lost': content('lost', { labels: ['tips'] }),
      'template/home': template([section('l', 'pages-by-label', { label: 'news' })]),
    },
  ],
])('%s does not', (_, documents) => expect(unreached(documents)).toEqual(['lost']));

test('where content pages have another path, texts lead to that', () => {
  const paths = { format: 1, type: 'paths', patterns: { content: '/read/{slug}' } } as Document;
  expect(unreached({ paths, 'template/home': home({ text: '<a href="/read/lost">x</a>' }) })).toEqual([]);
  expect(unreached({ paths, 'template/home': home({ text: '<a href="/lost">x</a>' }) })).toEqual(['lost']);
});
