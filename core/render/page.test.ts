/** A page as a whole: title, description, links, structured data, words. */
import type { MenuDocument, Section } from '../documents/index.js';
import { makeLocale } from '../locale/index.js';
import { section } from '../tests/designs.js';
import { HOME, made, productPage, render, sectioned, STORE } from '../tests/pages.js';
import { pathsOf, withCards } from '../tests/pieces.js';

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
    expect(told([section('h', 'heading', { text: 'A heading' })])).toBe(STORE.name);
    expect(
      told([section('h', 'heading', { text: 'A heading' })], { ...HOME, code: 'cart', kind: 'cart', title: 'Cart' }),
    ).toBe(`Cart · ${STORE.name}`);
    const around = { 'around/header/standard': sectioned('arrangement', { region: 'header' }, [lead]) };
    expect(render([section('h', 'heading', { text: 'A heading' })], { documents: around })).toContain(
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
    const poster = section('p', 'poster', { title: 'On', action: 'Go', link: { to: 'product:K-1' } });
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
    const page = render([section('s', 'product-title')], {
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
      name: 'Header links',
      lists: {
        entries: [{ id: 'm1', values: { label: 'Kites', 'label@de': 'Drachen', link: { to: 'collection:C-1' } } }],
      },
    };
    const documents = {
      'around/header/standard': sectioned('arrangement', { region: 'header' }, [section('h', 'menu-bar')]),
      'menu/header-links': menu,
    };
    const answer = pathsOf({ home: '/', 'collection:C-1': '/browse/k' });
    const { parts, needs, html: page } = made([section('a')], { documents, answer });
    expect([...parts.documents].sort()).toEqual(['around/header/standard', 'look', 'menu/header-links', 'template/t']);
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
      ...section('r', 'heading', { text: 'A heading' }),
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
