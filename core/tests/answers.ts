/** A small catalogue to test section kinds with: a product, a menu, and an answer to everything they ask. */
import type { Document } from '../documents/index.js';
import type { Need, PictureInfo, Product, ProductCard } from '../kinds/index.js';

export const picture: PictureInfo = {
  hash: 'a'.repeat(64),
  width: 1200,
  height: 1200,
  alt: 'A kite',
  widths: [320, 640, 960],
};
export const product: Product = {
  status: 'for-sale',
  visibleFrom: null,
  visibleUntil: null,
  code: 'K-1',
  slug: 'gannet',
  title: 'Gannet & friend',
  brand: 'Skerry Lines',
  brandCode: 'B-1',
  category: 'Single-line',
  keywords: ['delta'],
  attributes: { wind: '2 to 5' },
  collections: ['C-1'],
  visibleSince: '2026-03-02',
  summary: 'Lifts early.',
  description: '<p>Soars <script>bad()</script>late.</p>',
  options: [
    { name: 'Span', values: ['1.8 m', '2.4 m'] },
    { name: 'Colour', values: ['Teal'] },
  ],
  variants: [
    { code: 'a', options: { Span: '1.8 m', Colour: 'Teal' }, price: 4200, wasPrice: 5000, stock: 3 },
    { code: 'b', options: { Span: '2.4 m', Colour: 'Teal' }, price: 5900, wasPrice: null, stock: 0 },
  ],
  pictures: [
    picture,
    { ...picture, hash: 'b'.repeat(64), alt: 'Closer' },
    { ...picture, hash: 'c'.repeat(64), alt: 'Closest' },
  ],
};
export const cardOf = (code: string): ProductCard => ({
  code,
  path: `/item/${code}`,
  title: code,
  brand: 'B',
  price: 100,
  wasPrice: null,
  varies: false,
  available: true,
  picture,
});

export const menu: Document = {
  format: 1,
  type: 'menu',
  name: 'Header links',
  lists: {
    entries: [
      { id: 'm1', values: { label: 'This one', link: { to: 'product:K-1' } } },
      { id: 'm2', values: { label: 'Gone', link: { to: 'product:gone' } } },
      { id: 'm3', values: { label: 'Away', link: { url: 'https://a.example/?x=1&y=2', window: 'new' } } },
      {
        id: 'm4',
        values: { label: 'More', link: null },
        lists: { entries: [{ id: 'm5', values: { label: 'Inside', link: { to: 'product:K-1' } } }] },
      },
      {
        id: 'm6',
        values: { label: 'Hollow', link: null },
        lists: { entries: [{ id: 'm7', values: { label: 'Gone too', link: { to: 'product:gone' } } }] },
      },
    ],
  },
};

const PATHS: Readonly<Record<string, string>> = { home: '/', 'product:K-1': '/item/gannet' };

export function answer(need: Need) {
  switch (need.type) {
    case 'products':
      return ['K-2', 'K-3'].map(cardOf);
    case 'listing':
      return { cards: ['K-2', 'K-3'].map(cardOf), total: 2, counts: null };
    case 'collections':
      return (need.chosen ?? ['C-1', 'C-2']).map((code) => ({
        code,
        path: `/browse/${code}`,
        title: `Collection ${code}`,
        description: 'For <light> wind.',
        picture: code === 'C-1' ? picture : null,
      }));
    case 'content':
      return need.page === 'gone'
        ? null
        : { title: 'A page', path: '/a-page', text: '<p>One</p><wbr data-break><p>Two</p>' };
    case 'pages':
      return [
        {
          code: 'content:a',
          title: 'A <b>',
          path: '/a',
          description: 'D',
          date: '2026-03-02T00:00:00.000Z',
          author: 'Q',
          picture,
        },
        { code: 'content:b', title: 'B', path: '/b', description: '', date: '', author: '', picture: null },
      ];
    case 'directory':
      return [
        { title: 'Outer', path: '/browse/outer', page: 'collection:O', parent: null },
        { title: 'Inner <i>', path: '/browse/inner', page: 'collection:I', parent: 'collection:O' },
      ];
    case 'picture':
      return need.hash === picture.hash ? picture : null;
    case 'path':
      return PATHS[need.page] ?? null;
  }
}
