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
  kindsOn,
  html,
} from '../index.js';
import { assignments, section, template } from '../tests/designs.js';

const SETTING = { now: '2026-11-23T10:00Z', decimals: 2 };
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
    regions: new Map(),
    niches: new Map(),
    shared: new Map(),
    now: '2026-11-23T10:00Z',
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
const anyProduct = {
  code: 'K-1',
  slug: 'one',
  title: 'One',
  brand: 'B',
  category: '',
  keywords: [],
  attributes: {},
  collections: [],
  visibleSince: '2026-01-01',
  summary: '',
  description: '',
  options: [],
  variants: [{ code: 'v', options: {}, price: 100, wasPrice: null, stock: 1 }],
  pictures: [],
};
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
    const more = { data: data({ products: new Map([[key, [card]]]) }) };
    const page = render([section('r', 'product-row', { title: 'New' })], more);
    expect(page).toContain('<ul class="cards across-4">');
    expect(render([section('r', 'product-row', { pictures: 'portrait' })], more)).toContain(
      '"cards across-4 cut-portrait"',
    );
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
      ...anyProduct,
      title: 'One </script>',
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
        {
          format: 1,
          type: 'menu',
          name: 'Main menu',
          lists: { entries: [{ id: 'm1', values: { label: 'Kites', link: { to: 'collection:C-1' } } }] },
        },
      ],
    ]);
    const parts = assemblePage({ code: 'home', facts: new Map() }, state, SHIPPED_KINDS, SETTING);
    expect([...(parts?.documents ?? [])].sort()).toEqual([
      'around/header/standard',
      'menu/main',
      'template/home',
      'theme',
    ]);
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
    expect(assemblePage({ code: 'not-found', facts: new Map() }, state, SHIPPED_KINDS, SETTING)).toBeNull();
  });

  test('a shared section that does not fit a page says so in the preview, and is left out for shoppers', () => {
    const state = new Map<string, Document>([
      ['assignments/home', assignments('home', 'home')],
      ['template/home', template([section('u', 'shared-section', { shared: 'cost' }), section('w', 'heading')])],
      [
        'shared/cost',
        { format: 2, type: 'shared', name: 'Cost', areas: { main: [section('c', 'price'), section('h', 'heading')] } },
      ],
    ]);
    const parts = assemblePage({ code: 'home', facts: new Map() }, state, SHIPPED_KINDS, SETTING);
    const shown = (mode: 'live' | 'preview') => render([], { ...parts, mode });
    expect(shown('preview')).toMatch(
      /“Price” does not fit this page\.<\/strong> It is made for pages of these kinds: product/,
    );
    expect(shown('preview')).toContain('data-section="c"');
    expect(shown('live')).not.toMatch(/does not fit|data-section/);
    expect(shown('live').match(/A heading/g)).toHaveLength(2);
    expect(parts && kindsOn(parts)).toEqual(['heading', 'price', 'shared-section']);
  });

  test('bound values, languages and devices: each page and visitor reads its own', () => {
    const own = section('s', 'heading', { text: { bind: 'attribute.wind', fallback: 'Any wind' }, 'text@de': 'Wind' });
    const about = (attributes: Record<string, string>): PageInfo => ({
      ...home,
      kind: 'product',
      subject: { product: { ...anyProduct, attributes } },
    });
    expect(render([own], { page: about({ wind: '2 to 5' }) })).toContain('2 to 5</h2>');
    expect(render([own], { page: about({}) })).toContain('Any wind</h2>');
    expect(render([own])).toContain('Any wind</h2>');
    expect(render([own], { language: 'de' })).toContain('Wind</h2>');
    const row = {
      ...section('r', 'heading'),
      casing: { 'space@phone': 'none', 'hidden@tablet': true, 'hidden@phone': false },
    };
    expect(render([row])).toContain(
      'class="case w-page tone-plain space-medium p-space-none align-start k-heading hide-tablet"',
    );
  });

  test('sections are shown between their dates, and not at all where they are hidden everywhere', () => {
    const dated = {
      ...section('d', 'heading', { text: 'Sale' }),
      casing: { from: '2026-11-23T10:00Z', until: '2026-11-24T10:00Z' },
    };
    const at = (now: string) =>
      render([dated, { ...section('h', 'heading', { text: 'Secret' }), casing: { hidden: true } }], { now });
    expect(at('2026-11-23T09:59Z')).not.toContain('Sale');
    expect(at('2026-11-23T10:00Z')).toContain('Sale');
    expect(at('2026-11-24T10:00Z')).not.toContain('Sale');
    expect(at('2026-11-23T10:00Z')).not.toContain('Secret');
  });

  test('shared sections, niches, additions and a side area are filled when the page is assembled', () => {
    const words = (id: string, text: string): Section => section(id, 'heading', { text });
    const sectioned = (type: string, more: object, main: readonly Section[]): Document =>
      ({ format: 1, type, name: 'N', ...more, areas: { main } }) as Document;
    const state = new Map<string, Document>([
      ['theme', { format: 1, type: 'theme', groundwork: 'foolscap', values: {} }],
      ['assignments/home', assignments('home', 'home')],
      [
        'template/home',
        {
          ...template([
            section('u', 'shared-section', { shared: 'promise' }),
            section('n', 'niche', { name: 'extra' }),
          ]),
          layout: { width: 'page', side: 'end' },
          areas: {
            main: [section('u', 'shared-section', { shared: 'promise' }), section('n', 'niche')],
            side: [words('s', 'Beside')],
          },
        },
      ],
      ['shared/promise', sectioned('shared', {}, [words('p', 'Promise')])],
      [
        'addition/one',
        sectioned('addition', { place: 'niche:extra', target: { page: 'home' } }, [words('x', 'Extra')]),
      ],
      ['addition/two', sectioned('addition', { place: 'below', target: { kind: 'home' } }, [words('b', 'Below')])],
      [
        'addition/three',
        sectioned('addition', { place: 'below', target: { kind: 'cart' } }, [words('c', 'Elsewhere')]),
      ],
    ]);
    const parts = assemblePage({ code: 'home', facts: new Map() }, state, SHIPPED_KINDS, SETTING);
    const page = render([], { ...parts });
    expect(page).toMatch(/area-main.*Promise.*Extra.*area-side.*Beside.*region-below.*Below/s);
    expect(page).not.toContain('Elsewhere');
    expect([...(parts?.documents ?? [])].sort()).toEqual([
      'addition/one',
      'addition/two',
      'shared/promise',
      'template/home',
      'theme',
    ]);
  });
});
