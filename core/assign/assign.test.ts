import { assignedTemplate, matchPath, parsePage, pathOf, STANDARD_PATHS, why } from '../index.js';
import { assignments, section, template } from '../tests/designs.js';

const state = new Map<string, unknown>([
  ['assignments/product', assignments('product', 'product', { 'product:K-1': 'festival' })],
  ['template/product', template([], 'product', 'Product')],
  ['template/festival', template([], 'product', 'Festival kite')],
  [
    'around/header/standard',
    { format: 1, type: 'arrangement', name: 'Standard', region: 'header', areas: { main: [section('h')] } },
  ],
]);

describe('assignment and why', () => {
  test('this page goes before the standard of its kind', () => {
    expect(assignedTemplate('product:K-1', state)).toEqual({ template: 'festival', reason: 'page' });
    expect(assignedTemplate('product:K-2', state)).toEqual({ template: 'product', reason: 'standard' });
    expect(assignedTemplate('home', state)).toBeNull();
    expect(assignedTemplate('product:constructor', state)).toEqual({ template: 'product', reason: 'standard' });
  });

  test('why says what acted and what would act otherwise, in sentences', () => {
    expect(why({ code: 'product:K-1', title: 'Skerry Diamond', path: '/item/skerry-diamond' }, state)).toMatchObject({
      otherwise: 'product',
      regions: [{ region: 'header', document: 'around/header/standard' }],
      sentences: [
        'Skerry Diamond (product:K-1) lies at /item/skerry-diamond.',
        'It uses the template “Festival kite” (festival), since this page was given it.',
        'Without that it would use “Product”, the standard of product pages.',
        'Around it: header (Standard).',
      ],
    });
    expect(why({ code: 'product:K-2', title: 'Other', path: '/item/o' }, state).sentences[1]).toBe(
      'It uses the template “Product” (product), the standard of product pages.',
    );
    expect(why({ code: 'home', title: 'Home', path: '/' }, state).sentences[1]).toBe(
      'No template is assigned to home pages.',
    );
  });

  test.each(['shelf:1', 'product', 'product:', 'home:1', ''])('“%s” names no page', (code) => {
    expect(() => parsePage(code)).toThrow();
  });
});

describe('paths', () => {
  test('a path is found again by what made it', () => {
    for (const slug of ['gannet-delta', 'Drachen & Größe', '100%'])
      expect(matchPath(STANDARD_PATHS, pathOf(STANDARD_PATHS, 'product', slug))).toEqual({ kind: 'product', slug });
    expect(matchPath(STANDARD_PATHS, '/')).toEqual({ kind: 'home', slug: '' });
  });

  test.each(['/item/', '/item/a/b', '/item/%2Fetc', '/item/%E0%A4%A', '/nowhere'])('%s leads nowhere', (path) => {
    expect(matchPath(STANDARD_PATHS, path)).toBeNull();
  });
});
