/** Every page can be reached, at a path of its own. */
import { leadsTo, normalPath, matchPath, pathOf, STANDARD_PATHS } from './paths.js';
import { applyRequests, type EditRequest } from '../design/index.js';
import type { Document } from './index.js';
import { draftOf, publishRefusal, refusal, tools, withChanges } from '../tests/designs.js';

const content = (title: string, slug: string): Document => ({ format: 1, type: 'content', title, slug });
const start = () => draftOf({ 'content/about': content('About', 'about'), 'content/terms': content('Terms', 'terms') });
const pattern = (kind: string, value: string): EditRequest => ({
  type: 'set',
  document: 'paths',
  field: `patterns.${kind}`,
  value,
});

test.each([
  ['product', '/item', 'bad-path'],
  ['cart', '/cart/{slug}', 'bad-path'],
  ['product', '/browse/{slug}', 'bad-path'],
  ['brand', '/{slug}', 'bad-path'],
  ['search', '/cart', 'bad-path'],
  ['product', '/pictures/{slug}', 'bad-path'],
  ['cart', '/favicon.ico', 'bad-path'],
  ['cart', '/about', 'bad-path'],
  ['cart', '/..', 'bad-value'],
  ['product', '/../{slug}', 'bad-value'],
  ['product', '/./{slug}', 'bad-value'],
  ['product', '//{slug}', 'bad-value'],
  ['product', '/%2e%2e/{slug}', 'bad-value'],
  ['product', '/{slug}/{slug}', 'bad-value'],
])('%s pages cannot be at %s', (kind, path, code) => {
  expect(refusal(() => applyRequests([pattern(kind, path)], start(), tools()))).toMatchObject({ code });
});

test('two patterns can change places in one unit, and each is checked as the unit leaves it', () => {
  const swap = [pattern('product', '/browse/{slug}'), pattern('collection', '/item/{slug}')];
  expect(() => applyRequests(swap, start(), tools())).not.toThrow();
  expect(refusal(() => applyRequests([...swap, pattern('brand', '/item/{slug}')], start(), tools()))).toMatchObject({
    code: 'bad-path',
    place: 'edits[2].patterns.brand',
  });
});

test.each(['cart', 'terms', 'favicon', 'styles'])('a content page at “%s” is refused where that is taken', (slug) => {
  const set: EditRequest = { type: 'set', document: 'content/about', field: 'slug', was: 'about', value: slug };
  const free = slug === 'favicon';
  if (free) expect(() => applyRequests([set], start(), tools())).not.toThrow();
  else expect(refusal(() => applyRequests([set], start(), tools()))).toMatchObject({ code: 'bad-path', place: 'slug' });
});

test.each([
  ['guides/winter', null],
  ['terms/at-sea', null],
  ['item/ripple', 'a product page'],
  ['browse/all', 'a collection page'],
  ['thank-you/nobody', 'the thank you page'],
  ['sign-in/somebody', 'the sign in page'],
  ['pictures/ours', 'Parlour itself'],
])('a content page may have a path of several parts: %s', (slug, taken) => {
  const set: EditRequest = { type: 'set', document: 'content/about', field: 'slug', was: 'about', value: slug };
  const apply = () => applyRequests([set], start(), tools());
  if (taken === null) expect(apply).not.toThrow();
  else
    expect(refusal(apply)).toMatchObject({ code: 'bad-path', message: expect.stringContaining(`where ${taken} is`) });
});

test.each([
  ['/guides/winter', { kind: 'content', slug: 'guides/winter' }],
  ['/guides%2Fwinter', null],
  ['/guides//winter', null],
  ['/guides/winter/', null],
  ['/item/a/b', { kind: 'content', slug: 'item/a/b' }],
])('%s means one thing', (path, meant) => {
  expect(matchPath(STANDARD_PATHS, path)).toEqual(meant);
  if (meant) expect(pathOf(STANDARD_PATHS, 'content', meant.slug)).toBe(path);
});

test('a new content page finds a free path by itself', () => {
  let draft = start();
  const slugs = ['Cart', 'About', 'About'].map((name) => {
    const { documents } = applyRequests([{ type: 'create', what: 'content', name }], draft, tools());
    draft = withChanges(draft, documents);
    return [...documents.values()][0]?.head['slug'];
  });
  expect(slugs).toEqual(['cart-2', 'about-2', 'about-3']);
});

test('pages that would meet when only some changes go live are refused then', () => {
  const live = { 'content/about': content('About', 'about'), 'content/terms': content('Terms', 'terms') };
  const alone = { 'content/terms': content('Terms', 'about') };
  expect(publishRefusal(alone, live)).toMatchObject({ code: 'bad-path', place: 'content/terms.slug' });
  expect(publishRefusal({ ...alone, 'content/about': content('About', 'us') }, live)).toBeNull();
  expect(publishRefusal({ ...alone, 'content/about': undefined }, live)).toBeNull();
});

const redirect = (from: string, to: string): EditRequest => ({
  type: 'set',
  document: 'paths',
  field: `redirects.${from}`,
  value: to,
});

test.each([
  [[redirect('/a', '/a')], 'and from there back to itself'],
  [[redirect('/a', '/b'), redirect('/b', '/c'), redirect('/c', '/a')], 'and from there back to itself'],
  [[redirect('/about', '/terms')], 'since “About” is there'],
  [[redirect('/cart', '/terms')], 'since the cart page is there'],
  [[redirect('/pictures/old', '/terms')], 'since Parlour itself is there'],
  [[redirect('/item/sold-long-ago', '/browse')], null],
  [[redirect('/a', '/b'), redirect('/b', 'https://elsewhere.example/')], null],
])('redirects: %j', (unit, sentence) => {
  const apply = () => applyRequests(unit, start(), tools());
  if (sentence === null) expect(apply).not.toThrow();
  else expect(refusal(apply)).toMatchObject({ code: 'bad-path', message: expect.stringContaining(sentence) });
});

test('a path leads to the end of its redirects; those that go in a circle lead nowhere', () => {
  const redirects = { '/a': '/b', '/b': '/c', '/x': '/y', '/y': '/x' };
  expect(['/a', '/b', '/c', '/x', '/constructor'].map((path) => leadsTo(redirects, path))).toEqual([
    '/c',
    '/c',
    null,
    null,
    null,
  ]);
  expect(leadsTo(undefined, '/a')).toBeNull();
});

test('a path has one form, however it was escaped or composed; what ends a path stays escaped', () => {
  const forms = {
    '/about': ['/about', '/%61bout', '/ab%6Fut'],
    '/über-uns': ['/über-uns', '/%C3%BCber-uns', '/%c3%bcber-uns', '/u\u0308ber-uns', '/u%CC%88ber-uns'],
    '/a%2Fb/c%3Fd%23e%25': ['/a%2fb/c%3fd%23e%25'],
    '/a%20b': ['/a b', '/a%20b'],
    '/%': ['/%'],
    '/%ff': ['/%ff'],
  };
  for (const [form, all] of Object.entries(forms))
    for (const one of all) expect([one, normalPath(one), normalPath(normalPath(one))]).toEqual([one, form, form]);
  expect(leadsTo({ '/über-uns': '/caf%C3%A9', '/café': '/about?x=1' }, '/u%CC%88ber-uns')).toBe('/about?x=1');
});
