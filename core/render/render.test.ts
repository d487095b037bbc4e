import {
  compileDocument,
  defineKind,
  kindSet,
  needKey,
  NO_FACTS,
  renderPage,
  SHIPPED_KINDS,
  text,
  type Document,
  type KindSet,
  type PageData,
  type PageInfo,
  type PageRequest,
  type ProductCard,
  type Section,
  assemblePage,
  html,
} from '../index.js';
import { assignments, section, template } from '../tests/designs.js';

const store = { name: 'Windrow', currency: 'EUR', locale: 'en-IE' };
const home: PageInfo = { code: 'home', kind: 'home', title: 'Windrow', path: '/', description: '', subject: null };
const card: ProductCard = {
  code: 'K-1',
  path: '/item/one',
  title: 'One & <only>',
  brand: 'B',
  price: 4250,
  wasPrice: 5000,
  varies: true,
  available: false,
  picture: null,
};

function render(main: readonly Section[], more: Partial<PageRequest> = {}, kinds: KindSet = SHIPPED_KINDS): string {
  const request = {
    template: compileDocument(template(main), kinds),
    regions: {},
    menus: new Map(),
    store,
    page: home,
    facts: NO_FACTS,
    canonical: 'http://shop.example/',
    styles: [],
    scripts: [],
    mode: 'live' as const,
  };
  return renderPage({ ...request, data: { products: new Map(), pictures: new Map(), paths: new Map() }, ...more });
}
const data = (more: Partial<PageData>): PageData => ({
  products: new Map(),
  pictures: new Map(),
  paths: new Map(),
  ...more,
});

describe('render', () => {
  test('a page has a title, one main, its sections in order, and nothing that is not escaped', () => {
    const page = render([
      section('a', 'heading', { text: '<b>& "wind"', level: 'h1' }),
      section('b', 'prose', { text: '<p>Sea</p>' }),
    ]);
    expect(page).toContain('<title>Windrow</title>');
    expect(page).toContain('<h1 class="heading-text">&lt;b&gt;&amp; &quot;wind&quot;</h1>');
    expect(page.indexOf('id="s-a"')).toBeLessThan(page.indexOf('id="s-b"'));
    expect(page.match(/<main/g)).toHaveLength(1);
    expect(page).not.toContain('data-section');
  });

  test('cards show price, was-price and what is sold out', () => {
    const source = { from: 'recent' } as const;
    const key = needKey({ type: 'products', source, limit: 4 });
    const page = render([section('r', 'product-row', { title: 'New' })], {
      data: data({ products: new Map([[key, [card]]]) }),
    });
    expect(page).toContain('One &amp; &lt;only&gt;');
    expect(page).toContain('from €42.50</span><s class="amount was">€50.00</s>');
    expect(page).toContain('sold out');
  });

  test('a link to a thing follows its path; one to a thing that is gone is not shown', () => {
    const poster = section('p', 'poster', { action: 'Go', link: { to: 'product:K-1' } });
    expect(compileDocument(template([poster]), SHIPPED_KINDS).needs).toEqual([{ type: 'path', page: 'product:K-1' }]);
    expect(render([poster], { data: data({ paths: new Map([['path product:K-1', '/item/moved']]) }) })).toContain(
      'href="/item/moved">Go</a>',
    );
    expect(render([poster])).not.toContain('>Go<');
  });

  test('an unknown kind is said aloud in the preview and passed over for shoppers', () => {
    const unknown = section('x', 'sundial');
    expect(render([unknown], { mode: 'preview' })).toContain('There is no section kind “sundial@1”');
    expect(render([unknown])).not.toContain('sundial');
  });

  test('sections are told apart by what they depend on, and constant ones are rendered once', () => {
    const compiled = compileDocument(
      template(
        [section('a'), section('b', 'product-row'), section('c', 'columns', {}, { first: [section('d', 'buy-form')] })],
        'product',
      ),
      SHIPPED_KINDS,
    );
    expect(compiled.areas['main']?.map((one) => one.chunk)).toEqual(['constant', 'data', 'facts']);
    expect(compiled.areas['main']?.[0]?.constant).toContain('A heading');
    expect(compiled.hasFacts).toBe(true);
  });

  test('a kind that reads what it did not declare fails loudly', () => {
    const nosy = defineKind({
      name: 'nosy',
      version: 1,
      title: 'Nosy',
      sentence: 'Reads.',
      fields: {},
      view: (_, view) => html`${view.page.title}`,
      css: '',
      sketch: () => ({ height: 1, marks: [] }),
    });
    expect(() => render([section('n', 'nosy')], {}, kindSet([nosy]))).toThrow(
      'The section kind “nosy” reads the page without declaring it.',
    );
  });

  test('values written for an older version of a kind are upgraded when read, and stay as they are', () => {
    const label = defineKind({
      name: 'label',
      version: 2,
      title: 'Label',
      sentence: 'x',
      fields: { words: text('W', 'w') },
      view: ({ words }) => html`<i>${words}</i>`,
      css: '',
      sketch: () => ({ height: 1, marks: [] }),
      upgrade: { 1: ({ text: old }) => ({ words: old }) },
    });
    const old = section('l', 'label', { text: 'kept' });
    expect(render([old], {}, kindSet([label]))).toContain('<i>kept</i>');
    expect(old.values).toEqual({ text: 'kept' });
  });

  test('a product page carries structured data that cannot break out of its script element', () => {
    const product = {
      code: 'K-1',
      slug: 'one',
      title: 'One </script>',
      brand: 'B',
      summary: 's',
      description: '',
      options: [],
      pictures: [],
      variants: [{ code: 'v', options: {}, price: 4995, wasPrice: null, stock: 2 }],
    };
    const page = render([section('s', 'product-summary')], {
      page: { ...home, code: 'product:K-1', kind: 'product', subject: { product } },
    });
    const json = /<script type="application\/ld\+json">(.*?)<\/script>/.exec(page)?.[1] ?? '';
    expect(JSON.parse(json)).toMatchObject({
      name: 'One </script>',
      offers: { lowPrice: '49.95', priceCurrency: 'EUR', availability: 'https://schema.org/InStock' },
    });
  });

  test('a page is assembled from its template, the regions around it and the menus they show', () => {
    const state = new Map<string, Document>([
      ['assignments/home', assignments('home', 'home')],
      ['template/home', template([section('a')])],
      [
        'around/header/standard',
        {
          format: 1,
          type: 'arrangement',
          name: 'Standard',
          region: 'header',
          areas: { main: [section('h', 'menu-bar')] },
        },
      ],
      [
        'menu/main',
        { format: 1, type: 'menu', name: 'Main menu', entries: [{ label: 'Kites', link: { to: 'collection:C-1' } }] },
      ],
    ]);
    const parts = assemblePage('home', state, SHIPPED_KINDS);
    expect(parts?.needs).toEqual([
      { type: 'path', page: 'home' },
      { type: 'path', page: 'collection:C-1' },
    ]);
    const page = render([], {
      ...parts,
      data: data({
        paths: new Map([
          ['path home', '/'],
          ['path collection:C-1', '/browse/k'],
        ]),
      }),
    });
    expect(page).toMatch(/<header class="region region-header">.*<a href="\/browse\/k">Kites<\/a>/s);
    expect(assemblePage('not-found', state, SHIPPED_KINDS)).toBeNull();
  });
});
