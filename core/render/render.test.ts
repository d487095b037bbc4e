import {
  defineKind,
  html,
  kindSet,
  makeLocale,
  MOST_ADDITIONS,
  SHIPPED_KINDS,
  text,
  why,
  type Document,
  type KindDescription,
  type MenuDocument,
  type Need,
  type ProductCard,
  type Properties,
  type Section,
  renderInstance,
} from '../index.js';
import { assignments, section } from '../tests/designs.js';
import { HOME, made, productPage, render, renderOnly, sectioned, SETTING, STORE } from '../tests/pages.js';

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
const words = (id: string, text: string): Section => section(id, 'heading', { text });
const about = <const D extends Partial<KindDescription>>(more: D) => ({
  version: 1,
  title: 'T',
  sentence: 'S.',
  sketch: [],
  ...more,
});
const withCards = (need: Need) => (need.type === 'products' ? [card] : undefined);
const pathsOf = (paths: Record<string, string>) => (need: Need) =>
  need.type === 'path' ? paths[need.page] : undefined;

describe('a page', () => {
  test('the description is what somebody wrote, else the first words that are more than a label, else the names', () => {
    const told = (main: readonly Section[], page = HOME) =>
      /<meta name="description" content="([^"]*)">/.exec(render(main, { page }))?.[1];
    const lead = section('t', 'text', {
      text: '<p>Short.</p><p>Kites &amp; lines, sewn by hand in <em>Ternhythe</em>.</p>',
    });
    expect(told([lead], { ...HOME, description: 'Written' })).toBe('Written');
    expect(told([lead])).toBe('Kites &amp; lines, sewn by hand in Ternhythe.');
    expect(told([section('l', 'text', { text: `<p>${'wind '.repeat(80)}</p>` })])?.length).toBeLessThanOrEqual(160);
    expect(told([section('h', 'heading')])).toBe(STORE.name);
    expect(told([section('h', 'heading')], { ...HOME, code: 'cart', kind: 'cart', title: 'Cart' })).toBe(
      `Cart · ${STORE.name}`,
    );
    const around = { 'around/header/standard': sectioned('arrangement', { region: 'header' }, [lead]) };
    expect(render([section('h', 'heading')], { documents: around })).toContain(
      `name="description" content="${STORE.name}"`,
    );
  });

  test('has a title, one main, its sections in order, and nothing that is not escaped', () => {
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
    const page = render([section('r', 'product-row', { title: 'New' })], { answer: withCards });
    expect(page).toContain('<ul class="cards across-4">');
    expect(render([section('r', 'product-row', { pictures: 'portrait' })], { answer: withCards })).toContain(
      '"cards across-4 cut-portrait"',
    );
    expect(page).toContain('One &amp; &lt;only&gt;');
    expect(page).toContain('from €42.50</span> <s class="amount was">€50.00</s>');
    expect(page).toContain('sold out');
  });

  test('a link to a thing follows its path; one to a thing that is gone is not shown', () => {
    const poster = section('p', 'poster', { action: 'Go', link: { to: 'product:K-1' } });
    const there = made([poster], { answer: pathsOf({ 'product:K-1': '/item/moved' }) });
    expect(there.needs).toEqual([{ type: 'path', page: 'product:K-1' }]);
    expect(there.html).toContain('href="/item/moved">Go</a>');
    expect(render([poster])).not.toContain('>Go<');
  });

  test('an unknown kind is said aloud in the preview and passed over for shoppers', () => {
    const unknown = section('x', 'sundial');
    expect(render([unknown], { mode: 'preview' })).toContain('There is no section kind “sundial@1”');
    expect(render([unknown])).not.toContain('sundial');
  });

  test('carries structured data of its product that cannot break out of its script element', () => {
    const variants = [{ code: 'v', options: {}, price: 4995, wasPrice: null, stock: 2 }];
    const page = render([section('s', 'product-intro')], {
      page: productPage({ title: 'One </script>', variants }),
    });
    const json = /<script type="application\/ld\+json">(.*?)<\/script>/.exec(page)?.[1] ?? '';
    expect(JSON.parse(json)).toMatchObject({
      name: 'One </script>',
      offers: { lowPrice: '49.95', priceCurrency: 'EUR', availability: 'https://schema.org/InStock' },
    });
  });

  test('is assembled from its template, the regions around it and the menus they show', () => {
    const menu: MenuDocument = {
      format: 1,
      type: 'menu',
      name: 'Main menu',
      lists: {
        entries: [{ id: 'm1', values: { label: 'Kites', 'label@de': 'Drachen', link: { to: 'collection:C-1' } } }],
      },
    };
    const documents = {
      'around/header/standard': sectioned('arrangement', { region: 'header' }, [section('h', 'menu-bar')]),
      'menu/main': menu,
    };
    const answer = pathsOf({ home: '/', 'collection:C-1': '/browse/k' });
    const { parts, needs, html: page } = made([section('a')], { documents, answer });
    expect([...parts.documents].sort()).toEqual(['around/header/standard', 'look', 'menu/main', 'template/t']);
    expect(needs).toEqual([{ type: 'path', page: 'collection:C-1' }]);
    expect(page).toMatch(/<header class="around around-header">.*<a href="\/browse\/k">Kites<\/a>/s);
    expect(render([section('a')], { documents, answer, translation: 'de' })).toContain(
      '<a href="/browse/k">Drachen</a>',
    );
  });

  test('bound values, languages and devices: each page and shopper reads its own', () => {
    const own = section('s', 'heading', { text: { bind: 'attribute.wind', fallback: 'Any wind' }, 'text@de': 'Wind' });
    expect(render([own], { page: productPage({ attributes: { wind: '2 to 5' } }) })).toContain('2 to 5</h2>');
    expect(render([own], { page: productPage() })).toContain('Any wind</h2>');
    expect(render([own])).toContain('Any wind</h2>');
    expect(render([own], { translation: 'de' })).toContain('Wind</h2>');
    const row = {
      ...section('r', 'heading'),
      frame: { 'space@phone': 'none', 'hidden@tablet': true, 'hidden@phone': false },
    };
    expect(render([row])).toContain(
      'class="frame w-page tone-plain space-medium p-space-none align-start k-heading hide-tablet"',
    );
  });

  test('says the words of its language, also where a field was left as it is', () => {
    const german = render([section('b', 'buy-form')], { page: productPage(), translation: 'de' });
    expect(german).toContain('<html lang="de">');
    expect(german).toContain('>Zum Inhalt</a>');
    expect(german).toContain('type="submit">In den Warenkorb</button>');
    expect(render([section('b', 'buy-form', { action: 'Buy' })], { page: productPage(), translation: 'de' })).toContain(
      'type="submit">Buy</button>',
    );
    const locale = makeLocale({ language: 'de', currency: 'EUR', words: { 'sold-out': 'weg' } });
    expect(locale.word('sold-out')).toBe('weg');
    expect([1, 1200].map((count) => locale.word('only-left', { count, what: 'Teal' }))).toEqual([
      'Von Teal ist nur noch 1 Stück da. Bitte weniger wählen.',
      'Von Teal sind nur noch 1.200 Stück da. Bitte weniger wählen.',
    ]);
  });
});

describe('what a section depends on', () => {
  const buy = section('b', 'buy-form');
  const chunks = (main: readonly Section[]) =>
    [...made(main, { page: productPage() }).composition.instances].map(([path, { compiled }]) => [
      path,
      compiled.chunk,
    ]);

  test('is found out by trying it without a page; what depends on nothing is rendered once', () => {
    const { composition } = made([section('a'), words('c', 'Same')]);
    expect(composition.body).toHaveLength(1);
    expect(composition.body[0]).toMatch(/A heading.*Same/s);
    expect(
      chunks([
        section('a'),
        section('t', 'page-title'),
        section('r', 'product-row'),
        section('p', 'part-of-text', { text: '<p>Own</p>' }),
        section('q', 'part-of-text'),
        section('v', 'heading', { text: { bind: 'title' } }),
        buy,
      ]),
    ).toEqual([
      ['t', 'page'],
      ['r', 'data'],
      ['q', 'page'],
      ['v', 'page'],
      ['b', 'facts'],
    ]);
  });

  test('a section with facts inside columns leaves the rest of the columns constant', () => {
    const { composition } = made([section('c', 'columns', {}, { one: [words('a', 'Left')], two: [buy] })], {
      page: productPage(),
    });
    const [before, instance, after, ...rest] = composition.body;
    expect([before, after]).toEqual([expect.stringMatching(/Left.*<div>$/s), expect.stringMatching(/^<\/div>/)]);
    expect(instance).toMatchObject({ compiled: { path: 'b' } });
    expect(rest).toEqual([]);
  });

  test('what is hidden, or out of its dates, asks nothing', () => {
    const row = (frame: Section['frame']) => ({ ...section('r', 'product-row'), frame });
    const asked = (frame: Section['frame']) => made([row(frame)]).needs.length;
    expect(asked({})).toBe(1);
    expect(asked({ hidden: true })).toBe(0);
    expect(asked({ until: '2026-11-23T10:00:00.000Z' })).toBe(0);
    const holder = {
      ...section('c', 'columns', {}, { one: [row({})], two: [] }),
      frame: { from: '2027-01-01T00:00:00Z' },
    };
    expect(made([holder]).needs).toEqual([]);
  });

  test('needs are asked with the values a page has, also where they are bound to it', () => {
    const row = section('r', 'product-row', { limit: { bind: 'attribute.most', fallback: 3 } });
    const poster = section('p', 'poster', { action: 'See it', link: { bind: 'path' } });
    const shown = made([row, poster], {
      page: productPage({ attributes: { most: 7 } }),
      answer: (need) => withCards(need) ?? pathsOf({ 'product:K-1': '/item/one' })(need),
    });
    expect(shown.needs).toContainEqual({ type: 'products', source: { from: 'newest' }, limit: 7 });
    expect(shown.html).toContain('One &amp; &lt;only&gt;');
    expect(shown.html).toContain('href="/item/one">See it</a>');
    expect(made([row], { page: productPage() }).needs).toContainEqual({
      type: 'products',
      source: { from: 'newest' },
      limit: 3,
    });
  });

  test('a view that fails, or reads what its kind did not declare, costs its own section and is told', () => {
    const broken = (name: string, view: Parameters<typeof defineKind>[1]['view']) =>
      defineKind({ ...about({ name, title: 'Broken', fields: {} }) }, { view });
    const kinds = kindSet([
      ...SHIPPED_KINDS.all,
      broken('falls', () => {
        throw new Error('It <fell>.');
      }),
      broken('nosy', (_, view) => html`${view.fact('cart').lines.length}`),
      broken('greedy', (_, view) => html`${view.data({ type: 'path', page: 'cart' })}`),
    ]);
    const main = [section('f', 'falls'), section('n', 'nosy'), section('g', 'greedy'), words('w', 'After')];
    const live = made(main, { kinds });
    expect(live.html).toContain('After');
    expect(live.html).not.toMatch(/fell|k-falls/);
    expect(live.faults.map(({ path, kind, error }) => [path, kind, String(error)])).toEqual([
      ['f', 'falls', 'Error: It <fell>.'],
      ['n', 'nosy', 'Error: The section kind “nosy” reads the fact “cart” without declaring it.'],
      ['g', 'greedy', 'Error: The section kind “greedy” reads path that it did not ask for.'],
    ]);
    expect(made(main, { kinds, mode: 'preview' }).html).toContain(
      '<strong>“Broken” could not be shown.</strong> It &lt;fell&gt;.',
    );
  });

  test('what a section reads, lists, asks for or sets costs its own place too, and is told once', () => {
    const fails = (what: string) => () => {
      throw new Error(`No ${what}.`);
    };
    const kindOf = (name: string, runtime: object, more: object = {}) =>
      defineKind(
        { ...about({ name, title: name, fields: {}, ...more }) },
        { view: () => html`<p>${name}</p>`, ...runtime },
      );
    const names = ['lists', 'needs', 'properties', 'upgrade'] as const;
    const kinds = kindSet([
      ...SHIPPED_KINDS.all,
      ...names.map((name) =>
        name === 'upgrade'
          ? kindOf(name, { upgrade: { 1: fails(name) } }, { version: 2 })
          : kindOf(name, { [name]: fails(name) }),
      ),
    ]);
    const main = [...names.map((name) => section(name, name)), section('list', 'listing'), words('w', 'After')];
    const page = made(main, { kinds, page: { ...HOME, kind: 'collection', code: 'collection:C' } });
    expect(page.html).toContain('After');
    expect(page.faults.map(({ path, error }) => [path, String(error)])).toEqual(
      names.map((name) => [name, `Error: No ${name}.`]),
    );
    expect([page.html.match(/<p>(lists|needs|properties|upgrade)/), page.request.page.listing?.type]).toEqual([
      null,
      'listing',
    ]);
    for (const name of names)
      expect(made(main, { kinds, mode: 'preview' }).html).toContain(
        `<strong>“${name}” could not be shown.</strong> No ${name}.`,
      );
    // One is rendered alone as it is on the page.
    expect(renderInstance(page.request, 'needs')?.faults).toHaveLength(1);
  });

  test('custom properties of frames and kinds are one style element; what is no plain value costs its section', () => {
    const tinted = (name: string, properties: (colour: string) => Properties) =>
      defineKind(
        { ...about({ name, title: 'Tinted', fields: { colour: text('Colour', 'Any.') } }) },
        { view: () => html`<p>Tinted</p>`, properties: ({ colour }) => properties(colour) },
      );
    const kinds = kindSet([
      ...SHIPPED_KINDS.all,
      tinted('tinted', (colour) => ({ '--tint': colour })),
      tinted('odd', () => ({ '--Tint;x': 1 })),
    ]);
    const own = { tone: 'own', colour: '#10202a' };
    const frame = { frame: own };
    const style = (main: readonly Section[], page = productPage({ attributes: { colour: 'teal' } })) =>
      made(main, { kinds, page }).style;
    const bound = section('b', 'tinted', { colour: { bind: 'attribute.colour', fallback: 'red' } });
    expect(style([{ ...words('w', 'Dark'), ...frame }, bound])).toBe(
      '#s-w{--own:#10202a;--on-own:#ffffff}#s-b{--tint:teal}',
    );
    expect(style([bound], productPage())).toBe('#s-b{--tint:red}');
    const inside = section('c', 'columns', {}, { one: [section('~+d', 'tinted', { colour: 'red' })] });
    expect(style([inside])).toBe('#s-\\~\\+d{--tint:red}');
    for (const colour of [
      'red;}',
      '</style><script>',
      'a}b{',
      'url(/x)',
      '\\3c',
      '"x"',
      '@import',
      '1/*',
      '*/2',
      'x'.repeat(201),
      '',
    ]) {
      const { html, style: rules, faults } = made([section('t', 'tinted', { colour }), words('w', 'After')], { kinds });
      expect([colour, rules, html.includes('<style'), faults.map(({ path }) => path)]).toEqual([
        colour,
        '',
        false,
        ['t'],
      ]);
      expect(html).toContain('After');
    }
    expect(made([section('o', 'odd')], { kinds }).faults).toHaveLength(1);
    expect(() =>
      defineKind(
        { ...about({ name: 'x', fields: {} }), shows: ['cart'] as const },
        { view: () => html``, properties: () => ({}) },
      ),
    ).toThrow('shows facts');
  });

  test('values written for an older version of a kind are upgraded when read, and stay as they are', () => {
    const label = defineKind(
      { ...about({ name: 'label', fields: { words: text('W', 'w') } }), version: 2 },
      { view: ({ words }) => html`<i>${words}</i>`, upgrade: { 1: ({ text: old }) => ({ words: old }) } },
    );
    const old = section('l', 'label', { text: 'kept' });
    expect(render([old], { kinds: kindSet([label]) })).toContain('<i>kept</i>');
    expect(old.values).toEqual({ text: 'kept' });
  });

  test('sections are shown between their dates; the page says when it next looks different', () => {
    const dated = {
      ...words('d', 'Sale'),
      frame: { from: '2026-11-23T10:00:00.000Z', until: '2026-11-24T10:00:00.000Z' },
    };
    const main = [dated, { ...words('h', 'Secret'), frame: { hidden: true } }];
    const at = (now: string) => {
      const { html: page, until } = made(main, { now });
      return [page.includes('Sale'), until];
    };
    expect(at('2026-11-23T09:59:59.999Z')).toEqual([false, '2026-11-23T10:00:00.000Z']);
    expect(at('2026-11-23T10:00:00.000Z')).toEqual([true, '2026-11-24T10:00:00.000Z']);
    expect(at('2026-11-24T10:00:00.000Z')).toEqual([false, null]);
    expect(render(main)).not.toContain('Secret');
  });
});

describe('instances', () => {
  test('every section has a path through what it is in, an id after it, and can be rendered alone', () => {
    const buy = section('b', 'buy-form');
    const main = [
      section('u', 'shared-section', { shared: 'offer' }),
      section('v', 'shared-section', { shared: 'offer' }),
      section('c', 'columns', {}, { one: [section('w', 'shared-section', { shared: 'offer' })], two: [] }),
    ];
    const documents = {
      'shared/offer': sectioned('shared', {}, [buy]),
      'around/footer/standard': sectioned('arrangement', { region: 'footer' }, [
        section('u', 'shared-section', { shared: 'offer' }),
        section('n', 'spot'),
      ]),
      'addition/one': sectioned('addition', { place: 'spot:extra', target: { pageKind: 'product' } }, [buy]),
      'addition/two': sectioned('addition', { place: 'footer', target: { pageKind: 'product' } }, [buy]),
    };
    const options = [{ name: 'Span of it', values: ['1 m'] }];
    const variants = [{ code: 'v', options: { 'Span of it': '1 m' }, price: 100, wasPrice: null, stock: 1 }];
    const form = { section: 'v~b', typed: { quantity: '4' }, refused: 'Too many.' };
    const page = made(main, { documents, page: productPage({ options, variants }), form });
    const paths = [...page.composition.instances]
      .filter(([, { kind }]) => kind.name === 'buy-form')
      .map(([path]) => path);
    expect(paths).toEqual(['u~b', 'v~b', 'w~b', 'footer~u~b', 'footer~n~+one~b', 'footer~+two~b']);
    const ids = [...page.html.matchAll(/ id="([^"]+)"/g)].map((found) => found[1] as string);
    expect(new Set(ids).size).toBe(ids.length);
    expect(ids.filter((id) => /\s/.test(id))).toEqual([]);
    for (const path of paths) expect(ids).toContain(`s-${path}`);
    // What was typed and why it was refused stand at the one that was used.
    expect(page.html.match(/Too many\./g)).toHaveLength(1);
    const alone = renderOnly(page, 'v~b') ?? '';
    expect(alone).toMatch(/^<div class="frame [^>]*id="s-v~b">.*value="4".*Too many\..*<\/div>$/s);
    expect(page.html).toContain(alone);
    expect(renderOnly(page, 'u~b')).not.toContain('Too many');
    for (const forged of ['', 'c', 'x~b', 'constructor', 'v~b~'.repeat(9)])
      expect(renderOnly(page, forged)).toBeUndefined();
  });

  test('a shared section that does not fit a page says so in the preview, and is left out for shoppers', () => {
    const main = [section('u', 'shared-section', { shared: 'cost' }), section('w', 'heading')];
    const documents = { 'shared/cost': sectioned('shared', {}, [section('c', 'price'), section('h', 'heading')]) };
    const shown = (mode: 'live' | 'preview') => render(main, { documents, mode });
    expect(shown('preview')).toMatch(/“Price” does not fit this page\.<\/strong> It is made for product pages\./);
    expect(shown('preview')).toContain('data-section="c"');
    expect(shown('live')).not.toMatch(/does not fit|data-section/);
    expect(shown('live').match(/A heading/g)).toHaveLength(2);
    expect(made(main, { documents }).composition.kinds).toEqual(['heading', 'price', 'shared-section']);
  });

  test('shared sections, spots, additions and a side area are filled when the page is composed', () => {
    const documents = {
      'shared/promise': sectioned('shared', {}, [words('p', 'Promise')]),
      'addition/one': sectioned('addition', { place: 'spot:extra', target: { page: 'home' } }, [words('x', 'Extra')]),
      'addition/two': sectioned('addition', { place: 'below', target: { pageKind: 'home' } }, [words('b', 'Below')]),
      'addition/three': sectioned('addition', { place: 'below', target: { pageKind: 'cart' } }, [
        words('c', 'Elsewhere'),
      ]),
    };
    const areas = {
      main: [section('u', 'shared-section', { shared: 'promise' }), section('n', 'spot')],
      side: [words('s', 'Beside')],
    };
    const page = made([], { documents, template: { layout: { width: 'standard', side: 'end' }, areas } });
    expect(page.html).toMatch(/area-main.*Promise.*Extra.*area-side.*Beside.*around-below.*Below/s);
    expect(page.html).not.toContain('Elsewhere');
    // A side area is the template's own; an arrangement comes into it only where the template chooses one.
    const shelves = (code: string) => ({
      [`around/side/${code}`]: sectioned('arrangement', { region: 'side' }, [words('s', `Shelves ${code}`)]),
    });
    const beside = (side: 'none' | 'end', around?: { side: string }) =>
      made([], {
        documents: { ...shelves('standard'), ...shelves('news') },
        template: { layout: { width: 'standard', side }, areas, ...(around && { around }) },
      }).html;
    expect(beside('end', { side: 'news' })).toMatch(/area-side.*Beside.*Shelves news.*<\/div><\/div>/s);
    expect(beside('end', { side: 'news' }).match(/data-path="[^"]*s"|id="[^"]*"/g)?.length).toBe(
      new Set(beside('end', { side: 'news' }).match(/data-path="[^"]*s"|id="[^"]*"/g)).size,
    );
    for (const other of [beside('end'), beside('end', { side: 'none' }), beside('none', { side: 'news' })])
      expect(other).not.toContain('Shelves');
    expect([...page.parts.documents].sort()).toEqual([
      'addition/one',
      'addition/two',
      'look',
      'shared/promise',
      'template/t',
    ]);
  });

  test('a spot that nothing fills leaves no frame, nor does one whose filling turns out empty', () => {
    const documents = {
      'addition/a': sectioned('addition', { place: 'spot:extra', target: { page: 'home' } }, [
        section('r', 'product-row'),
      ]),
    };
    const main = [section('n', 'spot'), section('m', 'spot', { name: 'other' })];
    expect(render(main, { documents })).not.toContain('k-spot');
    expect(render(main, { documents, answer: withCards }).match(/k-spot/g)).toHaveLength(1);
    expect(render(main, { mode: 'preview' }).match(/k-spot/g)).toHaveLength(2);
  });

  test('what shows itself costs its own place, not the page', () => {
    const documents = {
      'shared/a': sectioned('shared', {}, [words('w', 'Round'), section('s', 'shared-section', { shared: 'a' })]),
      'addition/a': sectioned('addition', { place: 'spot:extra', target: { page: 'home' } }, [
        words('x', 'Extra'),
        section('m', 'spot'),
      ]),
    };
    const main = [section('u', 'shared-section', { shared: 'a' }), section('n', 'spot'), words('z', 'After')];
    expect(render(main, { documents }).match(/Round|Extra|After/g)).toEqual(['Round', 'Extra', 'After']);
  });

  test('spots inside what fills spots are filled, and one that is repeated shows its filling each time', () => {
    const documents = {
      'addition/a': sectioned('addition', { place: 'spot:outer', target: { page: 'home' } }, [
        words('x', 'Outer'),
        section('m', 'spot', { name: 'inner' }),
        section('o', 'spot', { name: 'inner' }),
      ]),
      'addition/b': sectioned('addition', { place: 'spot:inner', target: { pageKind: 'home' } }, [words('y', 'Inner')]),
    };
    const page = render([section('n', 'spot', { name: 'outer' })], { documents });
    expect(page.match(/Outer|Inner/g)).toEqual(['Outer', 'Inner', 'Inner']);
  });

  test('additions that say no pages, or no rule, stop nothing', () => {
    const documents = {
      'addition/a': sectioned('addition', { place: 'above' }, [words('x', 'Nowhere')]),
      'addition/b': sectioned('addition', { place: 'above', target: { pageKind: 'home', when: null } }, [
        words('y', 'Here'),
      ]),
    };
    expect(render([words('z', 'Home')], { documents }).match(/Nowhere|Here|Home/g)).toEqual(['Here', 'Home']);
  });

  test('what stands in a side area is shown only where the layout has one', () => {
    const areas = { main: [words('m', 'Main')], side: [words('s', 'Beside')] };
    expect(render([], { template: { areas } })).not.toMatch(/Beside|class="areas/);
    expect(render([], { template: { areas, layout: { width: 'standard', side: 'start' } } })).toMatch(
      /class="areas areas-start".*Main.*Beside/s,
    );
  });

  test('a kind for regions shows in those, on every page, and nowhere else', () => {
    const flag = defineKind(
      { ...about({ name: 'flag', fields: {} }), fits: { pages: [], regions: ['header'] } },
      { view: () => html`<b>Flag</b>` },
    );
    const kinds = kindSet([...SHIPPED_KINDS.all, flag]);
    const inRegion = (region: string) =>
      render([], {
        kinds,
        documents: { [`around/${region}/standard`]: sectioned('arrangement', { region }, [section('f', 'flag')]) },
      });
    expect(inRegion('header')).toContain('<b>Flag</b>');
    expect(inRegion('footer')).not.toContain('Flag');
    expect(render([section('f', 'flag')], { kinds })).not.toContain('Flag');
  });

  test('a page takes so many additions, in the order of their keys, and says that there are more', () => {
    const many: Record<string, Document> = Object.fromEntries(
      Array.from({ length: MOST_ADDITIONS + 5 }, (_, i) => [
        `addition/a${String(i).padStart(2, '0')}`,
        sectioned('addition', { place: 'above', target: { pageKind: 'home' } }, [words(`w${i}`, `Nr ${i}.`)]),
      ]),
    );
    const shown = render([], { documents: many }).match(/Nr \d+\./g);
    expect(shown).toEqual(Array.from({ length: MOST_ADDITIONS }, (_, i) => `Nr ${i}.`));
    const state = new Map(Object.entries({ 'assignments/home': assignments('home', 'home'), ...many }));
    const told = why({ code: 'home', title: 'Home', path: '/', facts: new Map() }, state, SETTING, SHIPPED_KINDS);
    expect(told.sentences).toContain(
      `A page takes at most ${MOST_ADDITIONS} additions; any further ones are left out.`,
    );
  });

  test('however much is put on a page, it has an end', () => {
    const many = Array.from({ length: 200 }, (_, i) => section(`s${i}`, 'shared-section', { shared: 'a' }));
    const heads = Array.from({ length: 60 }, (_, i) => words(`w${i}`, 'A'));
    const page = render(many, { documents: { 'shared/a': sectioned('shared', {}, heads) } });
    expect(page.match(/k-heading/g)?.length).toBeLessThan(4000);
    expect(page).toContain('</html>');
  });
});
