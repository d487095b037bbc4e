import { stateOf, type WholeState } from '../documents/state.js';
import { FORMAT, keys, type ContentDocument, type PathsDocument } from '../documents/document.js';
import { matchFormer } from '../documents/paths.js';
import { movedPages, redirectsInWords } from './moved-pages.js';

/** A state: the slugs of its content pages by code, those that shoppers do not see, and the paths. */
const state = (
  slugs: Readonly<Record<string, string>>,
  paths: Pick<PathsDocument, 'patterns' | 'former' | 'redirects'> = {},
  hidden: readonly string[] = [],
): WholeState =>
  stateOf([
    [keys.paths, { format: FORMAT, type: 'paths', ...paths }],
    ...Object.entries(slugs).map(([code, slug]): [string, ContentDocument] => [
      keys.content(code),
      { format: FORMAT, type: 'content', title: code, slug, ...(hidden.includes(code) && { visible: 'nobody' }) },
    ]),
  ]);

test.each([
  ['a page that moves', state({ a: 'a' }), state({ a: 'guides/new a' }), ['/a > /guides/new%20a'], []],
  ['one that stays', state({ a: 'a' }), state({ a: 'a' }), [], []],
  ['one that is new, and one that is gone', state({ a: 'a' }), state({ b: 'b' }), [], []],
  ['one that no shopper could see', state({ a: 'a' }, {}, ['a']), state({ a: 'b' }), [], []],
  ['two that change places', state({ a: 'x', b: 'y' }), state({ a: 'y', b: 'x' }), [], []],
  ['one to whose old path another comes', state({ a: 'x' }), state({ a: 'y', b: 'x' }), [], []],
  ['one at the path of the cart before', state({ a: 'cart' }), state({ a: 'x' }), [], []],
  [
    'one that moves on',
    state({ a: 'b' }, { redirects: { '/a': '/b' } }),
    state({ a: 'c' }, { redirects: { '/a': '/b' } }),
    ['/b > /c'],
    [],
  ],
  [
    'one that comes back',
    state({ a: 'b' }, { redirects: { '/a': '/b' } }),
    state({ a: 'a' }, { redirects: { '/a': '/b' } }),
    ['/b > /a'],
    ['/a'],
  ],
  [
    'a new one where a redirect began',
    state({}, { redirects: { '/a': '/b' } }),
    state({ a: 'a' }, { redirects: { '/a': '/b' } }),
    [],
    ['/a'],
  ],
  [
    'one whose old path leads elsewhere by hand',
    state({ a: 'a' }),
    state({ a: 'b' }, { redirects: { '/a': '/cart' } }),
    [],
    [],
  ],
  // The standard pattern leads to those of another one anyway.
  ['another pattern', state({ a: 'a' }), state({ a: 'a' }, { patterns: { content: '/pages/{slug}' } }), [], []],
  [
    'another pattern, not the standard one',
    state({ a: 'a' }, { patterns: { content: '/pages/{slug}' } }),
    state({ a: 'a' }, { patterns: { content: '/read/{slug}' } }),
    ['/pages/a > /read/a'],
    [],
  ],
])('%s', (_name, before, after, redirects, removed) => {
  const moved = movedPages(before, after, ['a', 'b']);
  expect(moved.redirects.map(({ from, to }) => `${from} > ${to}`)).toEqual(redirects);
  expect(moved.edits).toEqual([
    ...removed.map((from) => ({ type: 'set', document: 'paths', field: `redirects.${from}`, was: '/b' })),
    ...moved.redirects.map(({ from, to }) => ({
      type: 'set',
      document: 'paths',
      field: `redirects.${from}`,
      value: to,
    })),
  ]);
});

test('of many redirects the first are told, and how many there are besides', () => {
  const many = Array.from({ length: 7 }, (_, i) => ({ from: `/a${i}`, to: `/b${i}` }));
  expect(redirectsInWords(many.slice(0, 5))).toHaveLength(5);
  expect(redirectsInWords(many).slice(4)).toEqual(['/a4 leads to /b4 now.', 'And 2 more old paths lead to new ones.']);
});

test('a pattern that was not the standard is remembered, once and newest first, and what it meant is found', () => {
  const at = (product: string, former: readonly string[] = []) =>
    state({}, { patterns: { product }, former: { product: former } });
  const { redirects, edits } = movedPages(
    at('/kite/{slug}', ['/toy/{slug}', '/fly/{slug}']),
    at('/fly/{slug}', ['/toy/{slug}', '/fly/{slug}']),
    [],
  );
  expect(redirects).toEqual([{ from: '/kite/{slug}', to: '/fly/{slug}' }]);
  expect(edits).toMatchObject([{ field: 'former.product', value: ['/kite/{slug}', '/toy/{slug}'] }]);
  // Going back to a state that knew none of them forgets none.
  const back = movedPages(at('/kite/{slug}', ['/toy/{slug}', '/fly/{slug}']), at('/fly/{slug}'), []);
  expect(back.edits).toMatchObject([{ field: 'former.product', value: ['/kite/{slug}', '/toy/{slug}'] }]);
  // The standard one is known to everybody.
  expect(movedPages(state({}), at('/kite/{slug}'), [])).toEqual({ redirects: [], edits: [] });
  const paths = at('/fly/{slug}', ['/kite/{slug}', '/fly/{slug}']).get(keys.paths) as PathsDocument;
  expect(['/kite/a%20b', '/item/a', '/fly/a', '/kite/a/b', '/kite/'].map((path) => matchFormer(paths, path))).toEqual([
    { kind: 'product', slug: 'a b' },
    { kind: 'product', slug: 'a' },
    // Content pages once were there, as far as the standard says.
    null,
    null,
    null,
  ]);
  expect(matchFormer(undefined, '/item/a')).toBeNull();
});
