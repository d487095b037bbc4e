/** Lists of products a page at a time. */
import type { Values } from '../documents/index.js';
import { pagesShown, type PageInfo } from '../kinds/index.js';
import { answer, cardOf } from '../tests/answers.js';
import { section } from '../tests/designs.js';
import { HOME, made, render } from '../tests/pages.js';
import { flawsOf } from '../tests/well-formed.js';

describe('listing and paging', () => {
  const collection = { code: 'C-1', slug: 'c', title: 'C', description: '', parents: [] };
  const COLLECTION = {
    ...HOME,
    ...{ code: 'collection:C-1', kind: 'collection', path: '/browse/c', subject: { collection } },
  } satisfies PageInfo;
  const listed = (query: Record<string, string>, total: number, sections = ['listing', 'paging'], cards = 1) =>
    made(
      sections.map((kind, i) => section(`s${i}`, kind, kind === 'listing' ? { size: 4 } : {})),
      {
        page: { ...COLLECTION, query },
        answer: (need) =>
          need.type === 'listing'
            ? { cards: Array.from({ length: cards }, (_, i) => cardOf(`K-${i}`)), total, counts: null }
            : undefined,
      },
    );
  const linked = (html: string) =>
    [...html.matchAll(/<a[^>]* href="([^"]*\bbrowse[^"]*)"[^>]*>([^<]*)</g)].map(([, to, words]) => `${words} ${to}`);

  test('paging follows the listing of the page, and what is asked for behind “?”', () => {
    const page = listed({ page: '2', junk: 'x' }, 9);
    expect(page.needs).toEqual([
      expect.objectContaining({ type: 'listing', source: { from: 'this-collection' }, size: 4, page: 2 }),
      expect.objectContaining({ type: 'listing', source: { from: 'this-collection' }, size: 4, page: 2 }),
    ]);
    expect(linked(page.html)).toEqual([
      'Previous /browse/c',
      '1 /browse/c',
      '2 /browse/c?page=2',
      '3 /browse/c?page=3',
      'Next /browse/c?page=3',
    ]);
    expect(page.html).toContain(
      '<a href="/browse/c?page=2" aria-label="Page 2" aria-current="page" data-follow="top">2</a>',
    );
    expect(flawsOf(page.html)).toEqual([]);
    // Its place is there, hidden: there may be more pages once fewer filters are chosen.
    expect(listed({}, 4).html).toMatch(
      /<div hidden class="[^"]*k-paging" id="s-s1" data-of-listing><div class="frame-in"><\/div>/,
    );
    expect(listed({}, 9, ['paging']).html).not.toContain('<nav');
  });

  test('a listing without products says so; whatever is asked for is a page', () => {
    expect(listed({}, 0, ['listing'], 0).html).toContain('<p class="listing-none">There is nothing here yet.</p>');
    const narrowed = listed({ filter: 'available' }, 0, ['listing', 'filters'], 0).html;
    expect(narrowed).toContain('<p class="listing-none">No product is like that.</p>');
    expect(narrowed).toContain('<a href="/browse/c" data-follow>Show all products</a>');
    const asked = (page: string) => listed({ page }, 9).needs[0];
    expect(['0', '-3', 'x', '1e9', '', '007'].map(asked)).toEqual(Array(6).fill(expect.objectContaining({ page: 1 })));
    expect(asked('1000000000')).toMatchObject({ page: 100_000 });
  });

  test('sub-collections are those inside the one that the page is about; where there are none nothing is said', () => {
    const one = made([section('s', 'sub-collections', { title: 'Inside' })], { page: COLLECTION, answer });
    expect(one.needs).toContainEqual({ type: 'collections', chosen: null, inside: 'C-1', limit: 24 });
    expect(one.html).toContain('<h3 class="card-title"><a href="/browse/C-2">Collection C-2</a></h3>');
    expect(render([section('s', 'sub-collections', { title: 'Inside' })], { page: COLLECTION })).not.toContain(
      'Inside',
    );
    expect(made([section('s', 'sub-collections')]).needs).toEqual([]);
  });

  test.each([
    [1, 1, [1]],
    [1, 3, [1, 2, 3]],
    [1, 9, [1, 2, 3, null, 9]],
    [4, 9, [1, 2, 3, 4, 5, 6, null, 9]],
    [5, 9, [1, 2, 3, 4, 5, 6, 7, 8, 9]],
    [50, 99, [1, null, 48, 49, 50, 51, 52, null, 99]],
    [99, 99, [1, null, 97, 98, 99]],
  ])('page %i of %i names %j', (open, last, named) => {
    expect(pagesShown(open, last)).toEqual(named);
  });

  test.each<[number, Values, number]>([
    [24, {}, 24],
    [24, { across: '5' }, 30],
    [24, { across: '3' }, 24],
    [25, { across: '1' }, 25],
    [10, { across: '4', 'across@tablet': '3', 'across@phone': '1' }, 12],
    [5, { across: '2', 'across@phone': '1' }, 6],
    [96, { across: '5', 'across@tablet': '3' }, 105],
  ])('a page of %i with %j across has full rows: %i', (size, across, shown) => {
    const [need] = made([section('s', 'listing', { size, ...across })]).needs;
    expect(need).toMatchObject({ type: 'listing', size: shown });
  });
});
