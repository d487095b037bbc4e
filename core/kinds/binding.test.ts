/** What bound values take from each sort of page, and what rules see of the same page. */
import { factsOf } from '../assign/index.js';
import { bindingOf, type PageInfo, type Product } from './index.js';

const product: Product = {
  status: 'for-sale',
  visibleFrom: null,
  visibleUntil: null,
  code: 'K-1',
  slug: 'gannet',
  title: 'Gannet',
  brand: 'Skerry  Lines',
  brandCode: null,
  category: 'Line',
  keywords: ['Delta', ''],
  attributes: { wind: '2 to 5', crew: 2, spare: false },
  collections: ['C-1', 'C-2'],
  visibleSince: '2026-03-02',
  summary: 'Lifts early.',
  description: '<p>Soars.</p>',
  options: [],
  variants: [
    { code: 'a', options: {}, price: 4200, wasPrice: 5000, stock: 3 },
    { code: 'b', options: {}, price: 3900, wasPrice: null, stock: 4 },
  ],
  pictures: [{ hash: 'a'.repeat(64), width: 10, height: 10, alt: 'A kite', widths: [10] }],
};
const page = (kind: PageInfo['kind'], code: string, subject: PageInfo['subject']): PageInfo => ({
  code,
  kind,
  title: 'The title',
  path: '/Some/Path',
  description: 'In short.',
  subject,
  query: {},
  listing: null,
});
const pages = {
  product: page('product', 'product:K-1', { product }),
  collection: page('collection', 'collection:C-1', {
    collection: { code: 'C-1', slug: 'c', title: 'C', description: 'All of it.', parents: ['Top'] },
  }),
  brand: page('brand', 'brand:B-1', { brand: { code: 'B-1', slug: 'b', title: 'B', description: 'Who we are.' } }),
  content: page('content', 'content:about', {
    content: { format: 1, type: 'content', title: 'About', slug: 'about', text: '<p>Us.</p>', labels: ['News'] },
  }),
  cart: page('cart', 'cart', null),
};

test.each<[keyof typeof pages, Record<string, unknown>]>([
  [
    'product',
    {
      title: 'The title',
      description: 'In short.',
      path: { to: 'product:K-1' },
      picture: { picture: 'a'.repeat(64), alt: 'A kite' },
      text: '<p>Soars.</p>',
      code: 'K-1',
      brand: 'Skerry  Lines',
      category: 'Line',
      'attribute.wind': '2 to 5',
      'attribute.crew': 2,
      'attribute.spare': 'no',
      'attribute.none': undefined,
      unheard: undefined,
    },
  ],
  [
    'collection',
    { text: 'All of it.', code: 'C-1', picture: undefined, brand: undefined, 'attribute.wind': undefined },
  ],
  ['brand', { text: 'Who we are.', code: 'B-1', brand: undefined }],
  ['content', { text: '<p>Us.</p>', code: 'about' }],
  ['cart', { title: 'The title', path: { to: 'cart' }, text: undefined, brand: undefined, picture: null }],
])('a %s page gives what it has, and nothing where it has none', (name, expected) => {
  for (const [binding, value] of Object.entries(expected))
    expect([binding, bindingOf(pages[name], binding) ?? undefined]).toEqual([binding, value ?? undefined]);
});

test('rules see folded texts, the lowest price, all stock, and nothing of what is empty', () => {
  const facts = factsOf(pages.product.subject, pages.product.path);
  expect(Object.fromEntries(facts)).toEqual({
    brand: ['skerry lines'],
    category: ['line'],
    keyword: ['delta'],
    collection: ['c-1', 'c-2'],
    price: [3900],
    stock: [7],
    reduced: [true],
    'visible-since': ['2026-03-02'],
    path: ['/some/path'],
    'attribute.wind': ['2 to 5'],
    'attribute.crew': [2],
    'attribute.spare': [false],
  });
  const seen = (name: keyof typeof pages) => Object.fromEntries(factsOf(pages[name].subject, pages[name].path));
  expect(seen('collection')).toEqual({ parent: ['top'], path: ['/some/path'] });
  expect(seen('brand')).toEqual({ path: ['/some/path'] });
  expect(seen('content')).toEqual({ label: ['news'], path: ['/some/path'] });
  expect(seen('cart')).toEqual({});
});
