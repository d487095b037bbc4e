import fc from 'fast-check';
import { Parser } from 'htmlparser2';
import {
  FRAME,
  checkKeyed,
  checkValue,
  drawSketch,
  NO_FACTS,
  SHIPPED_KINDS,
  pagesShown,
  withDefaults,
  type CartLine,
  type ContentDocument,
  type Document,
  type Facts,
  type Field,
  type Fields,
  type FormState,
  type PageInfo,
  type Product,
  type Section,
} from '../index.js';
import { answer, cardOf, menu, picture, product } from '../tests/answers.js';
import { section } from '../tests/designs.js';
import { HOME, made, render } from '../tests/pages.js';
import { flawsInPart, flawsOf } from '../tests/well-formed.js';

const lineOf = (own: Partial<CartLine>): CartLine => ({
  product: 'K-1',
  variant: 'a',
  title: 'Gannet',
  options: '',
  path: '/item/gannet',
  picture,
  quantity: 1,
  price: 4200,
  stock: 3,
  ...own,
});

interface Shown {
  readonly product?: Partial<Product>;
  readonly cart?: Facts['cart'];
  readonly form?: FormState;
  readonly code?: string;
}

/** The html of the sections on a product page. */
function show(sections: readonly Section[], { product: own = {}, cart = NO_FACTS.cart, form }: Shown = {}): string {
  const page: PageInfo = {
    code: 'product:K-1',
    kind: 'product',
    title: product.title,
    path: '/item/gannet',
    description: 'Lifts early.',
    subject: { product: { ...product, ...own } },
    query: {},
    listing: null,
  };
  const html = render(sections, {
    page,
    documents: { 'menu/main': menu },
    facts: { ...NO_FACTS, cart },
    answer,
    ...(form && { form }),
  });
  return html.slice(html.indexOf('<main'), html.indexOf('</main>'));
}

describe.each(SHIPPED_KINDS.all.map((kind) => [kind.name, kind] as const))('%s', (name, kind) => {
  test('explains itself, and its defaults are values it takes', () => {
    expect(name).toMatch(/^[a-z]+(-[a-z]+)*$/);
    expect(kind.sentence).toMatch(/^[A-Z].*\.$/);
    for (const [field, declared] of Object.entries(kind.fields)) {
      expect([field, declared.label]).toEqual([field, expect.stringMatching(/^[A-Z]/)]);
      expect([field, declared.help]).toEqual([field, expect.stringMatching(/^[A-Z].*\.$/)]);
      if (declared.type !== 'entries') expect(() => checkValue(declared, declared.default, field)).not.toThrow();
      expect([field, Object.hasOwn(kind.slots ?? {}, field)]).toEqual([field, false]);
    }
  });

  test('renders with its defaults alone, every element closed', () => {
    const html = show([section('x', name)]);
    expect(flawsInPart(`${html}</main>`)).toEqual([]);
    expect(html).not.toMatch(/undefined|\[object|NaN|null/);
  });

  test('draws itself within its bounds', () => {
    const { height, marks } = drawSketch(kind, withDefaults(kind.fields, {}));
    expect(height).toBeGreaterThan(0);
    for (const mark of marks) {
      expect(mark.x).toBeGreaterThanOrEqual(0);
      expect(mark.x + mark.width).toBeLessThanOrEqual(1200);
      expect(mark.y + mark.height).toBeLessThanOrEqual(height + 1);
    }
  });
});

/** Elements and attributes that no section writes itself, so that they must have come out of a text. */
function foreign(html: string): string[] {
  const found: string[] = [];
  new Parser({
    onopentag(name, attributes) {
      if (['script', 'style', 'iframe'].includes(name) || attributes['src'] === 'x') found.push(name);
      found.push(...Object.keys(attributes).filter((one) => one.startsWith('on') || one === 'style'));
    },
  }).end(html);
  return found;
}

/** Texts that would break out of an element, an attribute or a style if they were not escaped. */
const nasty = fc.constantFrom(
  'Plain words',
  '<img src=x onerror=alert(1)>',
  '"><script>alert(1)</script>',
  "' onmouseover='alert(1)",
  '</style></main>',
  '&amp; ; } a{color:red}',
  '風のかたち',
  'x'.repeat(60),
);

/** Any value a field takes. */
function valueOf(field: Field): fc.Arbitrary<unknown> {
  const standard = fc.constant(field.default as unknown);
  switch (field.type) {
    case 'text':
      return field.form ? standard : nasty.map((text) => text.slice(0, field.max));
    case 'prose':
      return nasty.map((text) => `<p>${text.replace(/[<>]/g, '')}</p>`);
    case 'choice':
      return fc.constantFrom(...Object.keys(field.choices));
    case 'number': {
      const { min, max, step = 1 } = field;
      return fc.nat({ max: Math.floor((max - min) / step) }).map((n) => min + n * step);
    }
    case 'toggle':
      return fc.boolean();
    case 'colour':
      return fc.constantFrom('#000000', '#ffffff', '#8a6420');
    case 'picture':
      return nasty.chain((alt) =>
        fc.constantFrom(
          null,
          { picture: picture.hash, alt, focus: { x: 10, y: 90 } },
          { picture: 'd'.repeat(64), alt },
        ),
      );
    case 'link':
      return fc.constantFrom(
        null,
        { to: 'home' },
        { to: 'product:gone' },
        { url: 'https://a.example/?a="b"&c=\'d\'', window: 'new' as const },
      );
    case 'source':
      return fc.constantFrom(
        { from: 'newest' },
        { from: 'this-collection' },
        { from: 'same-brand' },
        { from: 'collection', collection: 'C-1' },
        { from: 'chosen', products: ['K-2'] },
      );
    default:
      return standard;
  }
}

/** Any values of a kind; a field that may differ by device does so now and then. */
const valuesOf = (fields: Fields): fc.Arbitrary<Record<string, unknown>> => {
  const keyed = Object.entries(fields).flatMap(([name, field]) => {
    if (field.type === 'entries') return [];
    const devices = field.perDevice ? [name, `${name}@tablet`, `${name}@phone`] : [name];
    return devices.map((key): [string, fc.Arbitrary<unknown>] => [key, valueOf(field)]);
  });
  return fc.record(Object.fromEntries(keyed), { requiredKeys: [] });
};

test.each(SHIPPED_KINDS.all.map((kind) => [kind.name, kind] as const))(
  '%s: any values and frame it takes come out closed and escaped, and are drawn within bounds',
  (name, kind) => {
    fc.assert(
      fc.property(valuesOf(kind.fields), valuesOf(FRAME), (values, frame) => {
        for (const [key, value] of Object.entries(values))
          checkKeyed(kind.fields[key.split('@')[0] as string] as Field, key, value);
        const html = show([{ ...section('x', name, values), frame }]);
        expect(flawsInPart(`${html}</main>`)).toEqual([]);
        expect(foreign(html)).toEqual([]);
        expect(html).not.toMatch(/undefined|\[object|NaN/);
        const { height, marks } = drawSketch(kind, withDefaults(kind.fields, values));
        const out = marks.filter(
          ({ x, y, width, height: tall }) => x < -1 || y < -1 || x + width > 1201 || y + tall > height + 1,
        );
        expect([height > 0, out]).toEqual([true, []]);
      }),
      { numRuns: 60 },
    );
  },
);

describe('buy-form', () => {
  test('offers every option, and those that are sold out cannot be chosen', () => {
    const html = show([section('b', 'buy-form')]);
    expect(html).toContain(
      '<select id="s-b:option-0" name="option.Span"><option value="1.8 m">1.8 m</option><option value="2.4 m" disabled>2.4 m – sold out</option></select>',
    );
    expect(html).toContain('name="product" value="K-1"');
    expect(html).toContain('<label for="s-b:quantity">');
  });

  test('two on one page do not share the ids of their inputs', () => {
    const ids = [...show([section('b', 'buy-form'), section('c', 'buy-form')]).matchAll(/ id="([^"]+)"/g)].map(
      (found) => found[1],
    );
    expect(new Set(ids).size).toBe(ids.length);
  });

  test('says what is in the cart of this product, and why something was refused', () => {
    const line = lineOf({ options: '1.8 m, Teal', quantity: 2 });
    const html = show([section('b', 'buy-form')], {
      cart: { attempt: '', lines: [line, { ...line, product: 'K-9', options: 'other' }] },
      form: { section: 'b', typed: {}, refused: 'Only <3> left.' },
    });
    expect(html).toContain('<p class="buy-done" role="status">In your cart: 2 × 1.8 m, Teal</p>');
    expect(html).toContain('<p class="buy-refused" role="alert">Only &lt;3&gt; left.</p>');
    expect(html).not.toContain('other');
  });

  test('has no button for what is sold out', () => {
    const none = product.variants.map((variant) => ({ ...variant, stock: 0 }));
    const html = show([section('b', 'buy-form', { soldOut: 'Back in spring' })], { product: { variants: none } });
    expect(html).toContain('Back in spring');
    expect(html).not.toContain('<button');
  });

  test('leaves the quantity out if that is set', () => {
    expect(show([section('b', 'buy-form', { quantity: false })])).not.toContain('name="quantity"');
  });
});

describe('product sections', () => {
  test('price shows the lowest, that there are others, and what it was', () => {
    expect(show([section('p', 'price')])).toContain('from €42.00</span> <s class="amount was">€50.00</s>');
    const one = show([section('p', 'price', { note: '', size: 'large' })], {
      product: { variants: product.variants.slice(1) },
    });
    expect(one).toContain('<p class="price price-large"><span class="amount">€59.00</span></p>');
    expect(one).not.toContain('price-note');
  });

  test('pictures: the first at once, the others when they are near, none said in words', () => {
    const html = show([section('p', 'product-pictures')]);
    expect(html.match(/<img/g)).toHaveLength(3);
    expect(html.match(/fetchpriority="high"/g)).toHaveLength(1);
    expect(html.match(/loading="lazy"/g)).toHaveLength(2);
    expect(html).toContain('alt="Closest"');
    expect(show([section('p', 'product-pictures', { others: 'none' })]).match(/<img/g)).toHaveLength(1);
    expect(show([section('p', 'product-pictures')], { product: { pictures: [] } })).toContain('No picture yet');
  });

  test('summary shows what is wanted, cleaned', () => {
    const html = show([section('s', 'product-intro', { description: true })]);
    expect(html).toContain('<h1 class="intro-title">Gannet &amp; friend</h1>');
    expect(html).toContain('<p>Soars late.</p>');
    const bare = show([section('s', 'product-intro', { brand: false, summary: false })]);
    expect(bare).not.toMatch(/Skerry Lines|Lifts early/);
  });

  test.each([
    [{ part: 'lead' }, '<p>One</p>'],
    [{ part: 'rest' }, '<p>Two</p><p>Three</p>'],
    [{ part: 'nth', number: 3 }, '<p>Three</p>'],
    [{ part: 'all' }, '<p>One</p><p>Two</p><p>Three</p>'],
    [{ part: 'nth', number: 4 }, null],
    [{ part: 'lead', text: '<p>Own</p>' }, '<p>Own</p>'],
    [{ part: 'rest', text: '<p>Own</p>' }, null],
  ])('a part of the text: %j', (values, shown) => {
    const description = '<p>One</p><wbr data-break><p>Two</p><wbr data-break><p>Three</p>';
    const html = show([section('p', 'part-of-text', values)], { product: { description } });
    if (shown === null) expect(html).not.toContain('part-normal');
    else expect(html).toContain(`<div class="prose part-normal">${shown}</div>`);
  });

  test('cards stand one heading level below what they stand under', () => {
    expect(show([section('r', 'product-row', { title: 'More' })])).toMatch(/<h2>More<\/h2>.*<h3 class="card-title">/s);
    const untitled = show([section('r', 'product-row')]);
    expect(untitled).toContain('<h2 class="card-title">');
    expect(untitled).not.toContain('<h2></h2>');
  });
});

describe('around and between', () => {
  test('the menu marks the open page, leaves out what is gone, and follows free addresses', () => {
    const html = show([section('m', 'menu-bar')]);
    expect(html).toContain('<a href="/item/gannet" aria-current="page">This one</a>');
    expect(html).toContain('<a href="https://a.example/?x=1&amp;y=2" target="_blank" rel="noopener">Away</a>');
    expect(html).toMatch(
      /<span class="menu-title" tabindex="0">More<\/span><ul><li><a href="\/item\/gannet"[^>]*>Inside<\/a><\/li><\/ul>/,
    );
    expect(html).not.toMatch(/Gone|Hollow/);
    expect(html).toMatch(/<nav class="menu-bar menu-list" aria-label="Main menu" id="s-m:menu" popover>/);
    expect(html).toContain('<button class="menu-open" type="button" popovertarget="s-m:menu">Menu</button>');
    const always = show([section('m', 'menu-bar', { drawer: false, inside: 'panel' })]);
    expect(always).toContain('<nav class="menu-bar menu-panel" aria-label="Main menu"><ul>');
    expect(always).not.toMatch(/popover|<button/);
  });

  test('an entry has a badge and a few words; one that is hidden is left out with those inside it', () => {
    const entries = [
      { id: 'n1', values: { label: 'Home', link: { to: 'home' }, badge: 'new', description: 'Where <all> begins' } },
      {
        id: 'n2',
        values: { label: 'Secret', link: { to: 'home' }, hidden: true },
        lists: { entries: [{ id: 'n3', values: { label: 'Inner', link: { to: 'home' } } }] },
      },
    ];
    const own: Document = { format: 1, type: 'menu', name: 'Own', lists: { entries } };
    const html = render([section('m', 'menu-bar', { menu: 'own' })], { documents: { 'menu/own': own }, answer });
    expect(html).toContain(
      'Home <span class="menu-badge">new</span><small class="menu-about">Where &lt;all&gt; begins</small></a>',
    );
    expect(html).not.toMatch(/Secret|Inner/);
  });

  test('a link list has the links of a menu, or its own; what leads nowhere is left out', () => {
    const links = [
      { id: 'l1', values: { label: 'This one', link: { to: 'product:K-1' } } },
      { id: 'l2', values: { label: 'Gone', link: { to: 'product:gone' } } },
    ];
    const own = show([{ ...section('l', 'link-list', { title: 'Read', direction: 'across' }), lists: { links } }]);
    expect(own).toContain(
      '<p class="links-title">Read</p><nav class="links-across" aria-label="Read"><ul><li><a href="/item/gannet" aria-current="page">This one</a></li></ul></nav>',
    );
    const ofMenu = show([section('l', 'link-list', { menu: 'main' })]);
    expect(ofMenu).toContain('<nav class="links-down" aria-label="Main menu">');
    expect(ofMenu).toMatch(/This one.*Away.*More.*Inside/s);
    expect(ofMenu).not.toMatch(/Gone|Hollow/);
    expect(show([section('l', 'link-list')])).not.toContain('<nav');
  });

  test('collection tiles show all or the chosen, as tiles or as a list', () => {
    const all = show([section('c', 'collection-tiles', { title: 'Goods', across: '6' })]);
    expect(all).toMatch(/<h2>Goods<\/h2><ul class="cards across-6">.*Collection C-1.*Collection C-2/s);
    expect(all).toContain('<p class="tile-text">For &lt;light&gt; wind.</p>');
    expect(all.match(/<img/g)).toHaveLength(1);
    const chosen = [{ id: 'e1', values: { collection: 'C-9' } }];
    const list = show([
      { ...section('c', 'collection-tiles', { shown: 'list', description: false }), lists: { chosen } },
    ]);
    expect(list).toMatch(/<ul class="tiles-list">.*<h2 class="card-title"><a href="\/browse\/C-9">Collection C-9/s);
    expect(list).not.toMatch(/C-1|tile-text/);
  });

  test('a menu that does not exist shows nothing', () => {
    expect(show([section('m', 'menu-bar', { menu: 'none' })])).not.toContain('k-menu-bar');
  });

  test('links open where they say; a picture is cut about its focal point', () => {
    const values = {
      action: 'Look',
      link: { to: 'home', window: 'new' },
      picture: { picture: picture.hash, alt: '', focus: { x: 24.9, y: 100 } },
    };
    const { html, style } = made(
      [section('a', 'poster', values), section('b', 'side-by-side', { ...values, link: { to: 'home' } })],
      { answer },
    );
    expect(html).toContain('<a class="button" href="/" target="_blank" rel="noopener">Look</a>');
    expect(html).toContain('<a href="/">Look</a>');
    expect(style).toBe('#s-a{--focus:24.9% 100%}#s-b{--focus:24.9% 100%}');
    expect(html).toContain(`<style>${style}</style>`);
  });

  test('a frame has a gradient or a picture behind it; a section that shows nothing has none', () => {
    const behind = { picture: picture.hash, alt: '', focus: { x: 20, y: 80 } };
    const on = (id: string, kind: string, frame: Section['frame']): Section => ({ ...section(id, kind), frame });
    const { html, style } = made(
      [
        on('a', 'heading', {
          background: 'gradient',
          gradientColour: '#113355',
          gradientDirection: 'across',
          strength: 40,
        }),
        on('b', 'heading', { background: 'slow', picture: behind }),
        on('c', 'link-list', { background: 'picture', picture: behind }),
        on('d', 'heading', { picture: behind }),
      ],
      { answer },
    );
    expect(html).toContain('back back-gradient');
    expect(html.match(/<div class="frame-back"><img [^>]*alt=""/g)).toHaveLength(1);
    expect(html).toMatch(/back back-slow[^>]*><div class="frame-in"><div class="frame-back"><img/);
    expect(style).toBe(
      '#s-a{--gradient:linear-gradient(90deg, transparent, #113355);--strength:40%}#s-b{--back-focus:20% 80%}',
    );
  });

  test('columns hold any sections, in both slots', () => {
    const html = show([
      section(
        'c',
        'columns',
        { widths: 'last-wider' },
        {
          one: [section('a', 'heading', { text: 'Left' })],
          two: [section('b', 'price'), section('d', 'buy-form')],
        },
      ),
    ]);
    expect(html).toMatch(/columns-last-wider.*Left.*id="s-b".*id="s-d"/s);
  });

  test('there are as many columns as are set, and one more for each further one that holds something', () => {
    const columnsIn = (count: string, slots: object) =>
      show([{ ...section('c', 'columns', { count }), slots } as Section]).match(/<div>/g)?.length;
    expect([columnsIn('2', {}), columnsIn('5', {})]).toEqual([2, 5]);
    expect(columnsIn('3', { six: [section('a', 'heading')] })).toBe(4);
    expect(columnsIn('3', { six: [] })).toBe(3);
  });

  test('a poster without picture, text or action is still a poster', () => {
    const html = show([section('p', 'poster', { title: 'Only words' })]);
    expect(html).toContain('<h2>Only words</h2>');
    expect(html).not.toMatch(/poster-picture|class="button"/);
    expect(show([section('p', 'poster', { picture: { picture: picture.hash, alt: 'Harbour' } })])).toContain(
      'alt="Harbour"',
    );
  });

  test('the page title can come with or without its description', () => {
    expect(show([section('t', 'page-title')])).toContain('<p class="page-lead">Lifts early.</p>');
    expect(show([section('t', 'page-title', { description: false })])).not.toContain('page-lead');
    const values = { date: true, author: true, picture: true };
    expect(show([section('t', 'page-title', values)])).not.toMatch(/page-written|<img/);
    const content: ContentDocument = {
      format: 1,
      type: 'content',
      title: 'News',
      slug: 'news',
      date: '2026-11-25T23:30:00Z',
      author: 'Isbel <Tern>',
      picture: { picture: picture.hash, alt: 'The mole' },
    };
    const about: PageInfo = { ...HOME, code: 'content:news', kind: 'content', title: 'News', subject: { content } };
    const told = render([section('t', 'page-title', values)], { page: about, answer });
    expect(told).toMatch(/<img [^>]*alt="The mole"[^>]*><h1 class="page-title">News<\/h1>/);
    expect(told).toContain(
      '<p class="page-written"><time datetime="2026-11-25T23:30:00Z">25 November 2026</time> · <span>Isbel &lt;Tern&gt;</span></p>',
    );
  });

  test('frame settings become classes; the defaults are the plain ones', () => {
    const html = show([
      { ...section('h'), frame: { width: 'edge', tone: 'vivid', space: 'none', align: 'centre' } },
      section('i'),
    ]);
    expect(html).toContain('class="frame w-edge tone-vivid space-none align-centre k-heading"');
    expect(html).toContain('class="frame w-page tone-plain space-medium align-start k-heading"');
  });
});

describe('listing and paging', () => {
  const listed = (query: Record<string, string>, total: number, sections = ['listing', 'paging'], cards = 1) => {
    const collection = { code: 'C-1', slug: 'c', title: 'C', description: '', parents: [] };
    return made(
      sections.map((kind, i) => section(`s${i}`, kind, kind === 'listing' ? { size: 4 } : {})),
      {
        page: {
          ...HOME,
          code: 'collection:C-1',
          kind: 'collection',
          path: '/browse/c',
          subject: { collection },
          query,
        },
        answer: (need) =>
          need.type === 'listing'
            ? { cards: Array.from({ length: cards }, (_, i) => cardOf(`K-${i}`)), total }
            : undefined,
      },
    );
  };
  const linked = (html: string) =>
    [...html.matchAll(/<a[^>]* href="([^"]*\bbrowse[^"]*)"[^>]*>([^<]*)</g)].map(([, to, words]) => `${words} ${to}`);

  test('paging follows the listing of the page, and what is asked for behind “?”', () => {
    const page = listed({ page: '2', junk: 'x' }, 9);
    expect(page.needs).toEqual([
      { type: 'listing', source: { from: 'this-collection' }, size: 4, page: 2 },
      { type: 'listing', source: { from: 'this-collection' }, size: 4, page: 2 },
    ]);
    expect(linked(page.html)).toEqual([
      'Previous /browse/c',
      '1 /browse/c',
      '2 /browse/c?page=2',
      '3 /browse/c?page=3',
      'Next /browse/c?page=3',
    ]);
    expect(page.html).toContain('<a href="/browse/c?page=2" aria-label="Page 2" aria-current="page">2</a>');
    expect(flawsOf(page.html)).toEqual([]);
    expect(listed({}, 4).html).not.toContain('paging');
    expect(listed({}, 9, ['paging']).html).not.toContain('paging');
  });

  test('a listing without products says so; whatever is asked for is a page', () => {
    expect(listed({}, 0, ['listing'], 0).html).toContain('<p class="listing-none">There is nothing here yet.</p>');
    const asked = (page: string) => listed({ page }, 9).needs[0];
    expect(['0', '-3', 'x', '1e9', '', '007'].map(asked)).toEqual(Array(6).fill(expect.objectContaining({ page: 1 })));
    expect(asked('1000000000')).toMatchObject({ page: 100_000 });
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
});
