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
  MOST_ADDITIONS,
  why,
  readingOf,
  kindsOn,
  html,
} from '../index.js';
import { assignments, section, template } from '../tests/designs.js';

const SETTING = { now: '2026-11-23T10:00:00.000Z', decimals: 2 };
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
    spots: new Map(),
    shared: new Map(),
    now: '2026-11-23T10:00:00.000Z',
    menus: new Map(),
    store,
    page: home,
    facts: NO_FACTS,
    canonical: 'http://store.example/',
    fonts: [],
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
  test('the description is what somebody wrote, else the first words that are more than a label, else the names', () => {
    const told = (main: readonly Section[], page = home) =>
      /<meta name="description" content="([^"]*)">/.exec(render(main, { page }))?.[1];
    const words = section('t', 'text', {
      text: '<p>Short.</p><p>Kites &amp; lines, sewn by hand in <em>Ternhythe</em>.</p>',
    });
    expect(told([words], { ...home, description: 'Written' })).toBe('Written');
    expect(told([words])).toBe('Kites &amp; lines, sewn by hand in Ternhythe.');
    expect(told([section('l', 'text', { text: `<p>${'wind '.repeat(80)}</p>` })])?.length).toBeLessThanOrEqual(160);
    expect(told([section('h', 'heading')])).toBe(store.name);
    expect(told([section('h', 'heading')], { ...home, kind: 'cart', title: 'Cart' })).toBe(`Cart · ${store.name}`);
  });

  test('a page has a title, one main, its sections in order, and nothing that is not escaped', () => {
    const page = render([
      section('a', 'heading', { text: '<b>& "wind"', level: 'h1' }),
      section('b', 'text', { text: '<p>Sea</p>' }),
    ]);
    expect(page).toContain('<title>Windrow</title>');
    expect(page).toContain('<h1 class="heading-text">&lt;b&gt;&amp; &quot;wind&quot;</h1>');
    expect(page.indexOf('id="s-a"')).toBeLessThan(page.indexOf('id="s-b"'));
    expect(page.match(/<main/g)).toHaveLength(1);
    expect(page).not.toContain('data-section');
  });

  test('cards show price, was-price and what is sold out', () => {
    const source = { from: 'newest' } as const;
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
        [section('a'), section('b', 'product-row'), section('c', 'columns', {}, { one: [section('d', 'buy-form')] })],
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
    const page = render([section('s', 'product-intro')], {
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
      'look',
      'menu/main',
      'template/home',
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
    expect(page).toMatch(/<header class="around around-header">.*<a href="\/browse\/k">Kites<\/a>/s);
    expect(assemblePage({ code: 'not-found', facts: new Map() }, state, SHIPPED_KINDS, SETTING)).toBeNull();
  });

  test('a shared section that does not fit a page says so in the preview, and is left out for shoppers', () => {
    const state = new Map<string, Document>([
      ['assignments/home', assignments('home', 'home')],
      ['template/home', template([section('u', 'shared-section', { shared: 'cost' }), section('w', 'heading')])],
      [
        'shared/cost',
        { format: 1, type: 'shared', name: 'Cost', areas: { main: [section('c', 'price'), section('h', 'heading')] } },
      ],
    ]);
    const parts = assemblePage({ code: 'home', facts: new Map() }, state, SHIPPED_KINDS, SETTING);
    const shown = (mode: 'live' | 'preview') => render([], { ...parts, mode });
    expect(shown('preview')).toMatch(/“Price” does not fit this page\.<\/strong> It is made for product pages\./);
    expect(shown('preview')).toContain('data-section="c"');
    expect(shown('live')).not.toMatch(/does not fit|data-section/);
    expect(shown('live').match(/A heading/g)).toHaveLength(2);
    expect(parts && kindsOn(parts)).toEqual(['heading', 'price', 'shared-section']);
  });

  test('bound values, languages and devices: each page and shopper reads its own', () => {
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
      frame: { 'space@phone': 'none', 'hidden@tablet': true, 'hidden@phone': false },
    };
    expect(render([row])).toContain(
      'class="frame w-page tone-plain space-medium p-space-none align-start k-heading hide-tablet"',
    );
  });

  test('sections are shown between their dates, and not at all where they are hidden everywhere', () => {
    const dated = {
      ...section('d', 'heading', { text: 'Sale' }),
      frame: { from: '2026-11-23T10:00:00.000Z', until: '2026-11-24T10:00:00.000Z' },
    };
    const at = (now: string) =>
      render([dated, { ...section('h', 'heading', { text: 'Secret' }), frame: { hidden: true } }], { now });
    expect(at('2026-11-23T09:59:59.999Z')).not.toContain('Sale');
    expect(at('2026-11-23T10:00:00.000Z')).toContain('Sale');
    expect(at('2026-11-24T10:00:00.000Z')).not.toContain('Sale');
    expect(at('2026-11-23T10:00:00.000Z')).not.toContain('Secret');
  });

  test('shared sections, spots, additions and a side area are filled when the page is assembled', () => {
    const words = (id: string, text: string): Section => section(id, 'heading', { text });
    const sectioned = (type: string, more: object, main: readonly Section[]): Document =>
      ({ format: 1, type, name: 'N', ...more, areas: { main } }) as Document;
    const state = new Map<string, Document>([
      ['look', { format: 1, type: 'look', groundwork: 'foolscap', values: {} }],
      ['assignments/home', assignments('home', 'home')],
      [
        'template/home',
        {
          ...template([section('u', 'shared-section', { shared: 'promise' }), section('n', 'spot', { name: 'extra' })]),
          layout: { width: 'standard', side: 'end' },
          areas: {
            main: [section('u', 'shared-section', { shared: 'promise' }), section('n', 'spot')],
            side: [words('s', 'Beside')],
          },
        },
      ],
      ['shared/promise', sectioned('shared', {}, [words('p', 'Promise')])],
      ['addition/one', sectioned('addition', { place: 'spot:extra', target: { page: 'home' } }, [words('x', 'Extra')])],
      ['addition/two', sectioned('addition', { place: 'below', target: { pageKind: 'home' } }, [words('b', 'Below')])],
      [
        'addition/three',
        sectioned('addition', { place: 'below', target: { pageKind: 'cart' } }, [words('c', 'Elsewhere')]),
      ],
    ]);
    const parts = assemblePage({ code: 'home', facts: new Map() }, state, SHIPPED_KINDS, SETTING);
    const page = render([], { ...parts });
    expect(page).toMatch(/area-main.*Promise.*Extra.*area-side.*Beside.*around-below.*Below/s);
    expect(page).not.toContain('Elsewhere');
    expect([...(parts?.documents ?? [])].sort()).toEqual([
      'addition/one',
      'addition/two',
      'look',
      'shared/promise',
      'template/home',
    ]);
  });

  const sectioned = (type: string, more: object, main: readonly Section[]): Document =>
    ({ format: 1, type, name: 'N', ...more, areas: { main } }) as Document;
  const pageOf = (
    documents: Record<string, Document>,
    main: readonly Section[],
    more: object = {},
    kinds?: KindSet,
  ) => {
    const state = new Map<string, Document>([
      ['look', { format: 1, type: 'look', groundwork: 'foolscap', values: {} }],
      ['assignments/home', assignments('home', 'home')],
      ['template/home', { ...template(main), ...more } as Document],
      ...Object.entries(documents),
    ]);
    return assemblePage({ code: 'home', facts: new Map() }, state, kinds ?? SHIPPED_KINDS, SETTING);
  };
  const words = (id: string, text: string): Section => section(id, 'heading', { text });

  test('what shows itself costs its own place, not the page', () => {
    const parts = pageOf(
      {
        'shared/a': sectioned('shared', {}, [words('w', 'Round'), section('s', 'shared-section', { shared: 'a' })]),
        'addition/a': sectioned('addition', { place: 'spot:extra', target: { page: 'home' } }, [
          words('x', 'Extra'),
          section('m', 'spot'),
        ]),
      },
      [section('u', 'shared-section', { shared: 'a' }), section('n', 'spot'), words('z', 'After')],
    );
    const page = render([], { ...parts });
    expect(page.match(/Round|Extra|After/g)).toEqual(['Round', 'Extra', 'After']);
  });

  test('spots inside what fills spots are filled, and one that is repeated shows its filling each time', () => {
    const parts = pageOf(
      {
        'addition/a': sectioned('addition', { place: 'spot:outer', target: { page: 'home' } }, [
          words('x', 'Outer'),
          section('m', 'spot', { name: 'inner' }),
          section('o', 'spot', { name: 'inner' }),
        ]),
        'addition/b': sectioned('addition', { place: 'spot:inner', target: { pageKind: 'home' } }, [
          words('y', 'Inner'),
        ]),
      },
      [section('n', 'spot', { name: 'outer' })],
    );
    expect(render([], { ...parts }).match(/Outer|Inner/g)).toEqual(['Outer', 'Inner', 'Inner']);
  });

  test('additions that say no pages, or no rule, stop nothing', () => {
    const parts = pageOf(
      {
        'addition/a': sectioned('addition', { place: 'above' }, [words('x', 'Nowhere')]),
        'addition/b': sectioned('addition', { place: 'above', target: { pageKind: 'home', when: null } }, [
          words('y', 'Here'),
        ]),
      },
      [words('z', 'Home')],
    );
    expect(render([], { ...parts }).match(/Nowhere|Here|Home/g)).toEqual(['Here', 'Home']);
  });

  test('what stands in a side area is shown only where the layout has one', () => {
    const areas = { main: [words('m', 'Main')], side: [words('s', 'Beside')] };
    expect(render([], { ...pageOf({}, [], { areas }) })).not.toMatch(/Beside|class="areas/);
    expect(render([], { ...pageOf({}, [], { areas, layout: { width: 'standard', side: 'start' } }) })).toMatch(
      /class="areas areas-start".*Main.*Beside/s,
    );
  });

  test('a page knows whether something on it shows facts, wherever that stands', () => {
    const buy = section('b', 'buy-form');
    const shows = (documents: Record<string, Document>, main: readonly Section[]) => pageOf(documents, main)?.hasFacts;
    expect(shows({}, [words('w', 'A')])).toBe(false);
    expect(shows({}, [section('b', 'buy-form', { action: { bind: 'title' } })])).toBe(true);
    expect(shows({}, [section('c', 'columns', {}, { one: [buy], two: [] })])).toBe(true);
    expect(
      shows({ 'shared/a': sectioned('shared', {}, [buy]) }, [section('u', 'shared-section', { shared: 'a' })]),
    ).toBe(true);
    expect(
      shows({ 'addition/a': sectioned('addition', { place: 'above', target: { page: 'home' } }, [buy]) }, []),
    ).toBe(true);
  });

  test('a kind for regions shows in those, on every page, and nowhere else', () => {
    const flag = defineKind({
      name: 'flag',
      version: 1,
      title: 'Flag',
      sentence: 'A flag.',
      fits: { pages: [], regions: ['header'] },
      fields: {},
      view: () => html`<b>Flag</b>`,
      css: '',
      sketch: () => ({ height: 10, marks: [] }),
    });
    const kinds = kindSet([...SHIPPED_KINDS.all, flag]);
    const header = { 'around/header/standard': sectioned('arrangement', { region: 'header' }, [section('f', 'flag')]) };
    const footer = { 'around/footer/standard': sectioned('arrangement', { region: 'footer' }, [section('f', 'flag')]) };
    const shown = (parts: ReturnType<typeof pageOf>) => render([], { ...parts }, kinds);
    expect(shown(pageOf(header, [], {}, kinds))).toContain('<b>Flag</b>');
    expect(shown(pageOf(footer, [], {}, kinds))).not.toContain('Flag');
    expect(shown(pageOf({}, [section('f', 'flag')], {}, kinds))).not.toContain('Flag');
  });

  test('needs are asked with the values a page has, also where they are bound to it', () => {
    const row = section('r', 'product-row', { limit: { bind: 'attribute.most', fallback: 3 } });
    const poster = section('p', 'poster', { action: 'See it', link: { bind: 'path' } });
    const state = new Map<string, Document>([
      ['assignments/product', assignments('product', 'p')],
      ['template/p', template([row, poster], 'product')],
    ]);
    const page: PageInfo = {
      ...home,
      code: 'product:K-1',
      kind: 'product',
      subject: { product: { ...anyProduct, attributes: { most: 7 } } },
    };
    const asked = (info: PageInfo) =>
      assemblePage({ code: info.code, facts: new Map() }, state, SHIPPED_KINDS, SETTING, readingOf({ page: info }));
    const parts = asked(page);
    expect(parts?.needs).toContainEqual({ type: 'products', source: { from: 'newest' }, limit: 7 });
    const key = needKey({ type: 'products', source: { from: 'newest' }, limit: 7 });
    const shown = render([], {
      ...parts,
      page,
      data: data({ products: new Map([[key, [card]]]), paths: new Map([['path product:K-1', '/item/one']]) }),
    });
    expect(shown).toContain('One &amp; &lt;only&gt;');
    expect(shown).toContain('href="/item/one">See it</a>');
    const without = { ...page, subject: { product: anyProduct } };
    expect(asked(without)?.needs).toContainEqual({ type: 'products', source: { from: 'newest' }, limit: 3 });
  });

  test('a page takes so many additions, in the order of their keys, and says that there are more', () => {
    const many = Object.fromEntries(
      Array.from({ length: MOST_ADDITIONS + 5 }, (_, i) => [
        `addition/a${String(i).padStart(2, '0')}`,
        sectioned('addition', { place: 'above', target: { pageKind: 'home' } }, [words(`w${i}`, `Nr ${i}.`)]),
      ]),
    );
    const shown = render([], { ...pageOf(many, []) }).match(/Nr \d+\./g);
    expect(shown).toEqual(Array.from({ length: MOST_ADDITIONS }, (_, i) => `Nr ${i}.`));
    const state = new Map(Object.entries({ 'assignments/home': assignments('home', 'home'), ...many }));
    const told = why({ code: 'home', title: 'Home', path: '/', facts: new Map() }, state, SETTING);
    expect(told.sentences).toContain(
      `A page takes at most ${MOST_ADDITIONS} additions; any further ones are left out.`,
    );
  });

  test('however much is put on a page, it has an end', () => {
    const many = Array.from({ length: 200 }, (_, i) => section(`s${i}`, 'shared-section', { shared: 'a' }));
    const heads = Array.from({ length: 60 }, (_, i) => words(`w${i}`, 'A'));
    const page = render([], { ...pageOf({ 'shared/a': sectioned('shared', {}, heads) }, many) });
    expect(page.match(/k-heading/g)?.length).toBeLessThan(4000);
    expect(page).toContain('</html>');
  });
});
