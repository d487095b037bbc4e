/** The section kinds of content pages. */
import type { Section } from '../documents/index.js';
import type { PageInfo } from '../kinds/index.js';
import { pointersOf } from '../render/index.js';
import { SHIPPED_KINDS } from './index.js';
import { section, template } from '../tests/designs.js';
import { HOME, made, render, STORE } from '../tests/pages.js';
import { drawMap } from '../maps/draw.js';
import { findPlace } from '../maps/find.js';
import { anchored } from './content/anchors.js';

const PICTURE = { picture: 'a'.repeat(64), alt: 'A kite' };
const INFO = { hash: PICTURE.picture, width: 1600, height: 900, alt: '', widths: [320, 960, 1600] };
const CARDS = [
  {
    code: 'content:a',
    title: 'Old',
    path: '/a',
    description: 'First <one>',
    date: '2026-03-02T00:00:00.000Z',
    author: 'Ada',
    picture: INFO,
  },
  { code: 'content:b', title: 'Self', path: '/b', description: '', date: '', author: '', picture: null },
];
const LINES = [
  { title: 'Outer', path: '/browse/o', page: 'collection:O', parent: null },
  { title: 'Inner', path: '/browse/i', page: 'collection:I', parent: 'collection:O' },
  { title: 'Stray', path: '/browse/s', page: 'collection:S', parent: 'collection:gone' },
];
const answer = ((need: { type: string; page?: string }) => {
  switch (need.type) {
    case 'path':
      return '/there';
    case 'picture':
      return INFO;
    case 'content':
      return need.page === 'gone'
        ? null
        : { title: 'Care', path: '/care', text: '<p>Dry it.</p><wbr data-break><h2>Then</h2>' };
    case 'pages':
      return CARDS;
    case 'directory':
      return LINES;
    case 'collections':
      return [
        { code: 'C-1', path: '/browse/one', title: 'One', description: '', picture: null },
        { code: 'C-2', path: '/browse/two', title: 'Two', description: '', picture: null },
      ];
  }
  return undefined;
}) as never;
const show = (one: Section, more: Parameters<typeof render>[1] = {}): string =>
  render([one], { answer, ...more }).replace(/^.*<main>|<\/main>.*$/gs, '');
const withList = (one: Section, list: string, entries: readonly object[]): Section =>
  ({ ...one, lists: { [list]: entries.map((values, i) => ({ id: `e${i}`, values })) } }) as Section;
const contentPage = (own: object): PageInfo => ({
  ...HOME,
  kind: 'content',
  code: 'content:b',
  path: '/b',
  title: 'Self',
  subject: { content: { format: 1, type: 'content', title: 'Self', slug: 'b', ...own } },
});

test('a picture fills or keeps its size, is cut about its focal point, and leads where it says', () => {
  const page = made(
    [section('p', 'picture', { picture: { ...PICTURE, focus: { x: 20, y: 80 } }, cut: 'wide', caption: 'Over <it>' })],
    { answer },
  );
  expect(page.html).toMatch(
    /<figure class="picture picture-fill cut-wide"><img [^>]*alt="A kite"[^>]*><figcaption>Over &lt;it&gt;<\/figcaption>/,
  );
  expect(page.style).toContain('--focus:20% 80%');
  expect(show(section('p', 'picture', { picture: PICTURE, size: 'own', link: { to: 'cart' } }))).toMatch(
    /picture-own cut-none"><a href="\/there"><img/,
  );
  expect(show(section('p', 'picture'))).not.toContain('figure');
});

test('quotes, steps, files and slides show what they have, and nothing while they have none', () => {
  const quote = withList(section('q', 'quotes', { title: 'Said' }), 'quotes', [
    { text: 'Good <b>', who: 'Ada', about: 'Brakenau', picture: PICTURE },
    { text: 'Plain' },
  ]);
  expect(show(quote)).toMatch(
    /<blockquote>Good &lt;b&gt;<\/blockquote><figcaption><span class="quote-face"><img [^>]*alt=""/,
  );
  expect(show(quote)).toContain('<blockquote>Plain</blockquote></figure>');
  const steps = withList(section('s', 'how-it-works', { across: '2' }), 'steps', [{ title: 'Cut', text: 'With care' }]);
  expect(show(steps)).toContain(
    '<ol class="steps steps-2"><li><h2 class="step-title">Cut</h2><p>With care</p></li></ol>',
  );
  const files = withList(section('f', 'file-list'), 'files', [
    { label: 'Plan', link: { url: 'https://a.example/p.pdf' }, about: 'PDF' },
    { label: 'None', link: null },
  ]);
  expect(show(files)).toContain(
    '<ul class="files"><li><a href="https://a.example/p.pdf">Plan</a> <span class="file-about">PDF</span></li></ul>',
  );
  const slides = withList(section('c', 'carousel', { size: 'half' }), 'slides', [
    { picture: PICTURE, title: 'Up' },
    { title: 'Down', action: 'Go', link: { to: 'cart' } },
  ]);
  expect(show(slides)).toMatch(
    /<section class="carousel" data-carousel aria-label="In pictures"><ul class="slides slides-half" tabindex="0"><li class="slide" aria-label="1 of 2">/,
  );
  expect(show(slides)).toContain('<a class="button" href="/there">Go</a>');
  for (const kind of ['quotes', 'how-it-works', 'file-list', 'carousel', 'gallery', 'accordion', 'video'])
    expect([kind, show(section('x', kind, { title: 'T' })).includes(`k-${kind}`)]).toEqual([kind, false]);
});

test('a gallery leads to the largest of each picture, and leaves out those that are gone', () => {
  const some = withList(section('g', 'gallery', { across: '4', 'across@phone': '1' }), 'pictures', [
    { picture: PICTURE, caption: 'One' },
    { picture: null },
  ]);
  const html = show(some);
  expect(html).toContain(`<a href="/pictures/${PICTURE.picture}/1600" data-large data-caption="One">`);
  expect(html).toContain('class="gallery across-4 p-across-1 gallery-square"');
  expect(html.match(/<figure>/g)).toHaveLength(1);
});

test('an accordion is closed, one at a time, tabs or all open, and holds sections in its parts', () => {
  const parts = [{ title: 'When?', text: '<p>Soon</p>' }, { title: 'How?' }];
  const accordion = (values: Readonly<Record<string, unknown>>) =>
    show({
      ...withList(section('f', 'accordion', values), 'parts', parts),
      slots: { two: [section('h', 'heading', { text: 'Inside' })] },
    });
  expect(accordion({})).toContain(
    '<details class="accordion-part"><summary>When?</summary><div class="accordion-in"><div class="prose"><p>Soon</p></div></div></details>',
  );
  expect(accordion({ first: true })).toMatch(/<details class="accordion-part" open><summary>When\?/);
  expect(accordion({ shown: 'single' }).match(/ name="s-f:part"/g)).toHaveLength(2);
  expect(accordion({ shown: 'tabs' })).toMatch(
    /<div class="accordion accordion-tabs" data-tabs><details class="accordion-part" name="s-f:part" open>/,
  );
  expect(accordion({ shown: 'open', title: 'Asked' })).toMatch(
    /<h2>Asked<\/h2>.*<h3 class="accordion-title">How\?<\/h3>.*Inside/s,
  );
});

test('a film is where it is, and nothing is loaded from there', () => {
  const html = show(
    section('v', 'video', {
      link: { url: 'https://films.example/1', window: 'new' },
      picture: PICTURE,
      length: '3 min',
    }),
  );
  expect(html).toMatch(
    /<a class="video" href="https:\/\/films\.example\/1" target="_blank" rel="noopener">.*<span>Watch the film<\/span> <span class="video-length">3 min<\/span>/s,
  );
  expect(html).not.toMatch(/src="https:\/\/films/);
});

test('n break marks make n + 1 columns, of the page’s text or of one’s own; the anchors stay', () => {
  const text = '<h2>A</h2><wbr data-break><p>b</p><wbr data-break><p>c</p>';
  const page = contentPage({ text });
  const columns = (one: Section): string[] =>
    (/<div class="text-columns">(.*?)<\/div><\/div><\/div><\/div>/s.exec(show(one, { page }))?.[1] ?? '').split(
      '</div>',
    );
  expect(columns(section('t', 'text', { text, columns: true }))).toEqual([
    '<div class="prose"><h2>A</h2>',
    '<div class="prose"><p>b</p>',
    '<div class="prose"><p>c</p>',
  ]);
  expect(columns(section('t', 'part-of-text', { part: 'all', columns: true }))[0]).toBe(
    '<div class="prose part-normal"><h2 id="t-a">A</h2>',
  );
  expect(columns(section('t', 'part-of-text', { part: 'rest', columns: true }))).toHaveLength(2);
  expect(
    show(section('t', 'part-of-text', { part: 'rest', columns: true }), { page: contentPage({ text: 'x' }) }),
  ).not.toContain('text-columns');
});

describe('contents', () => {
  const text =
    '<h2>The lead</h2><p>A</p><wbr data-break><h2>Wind &amp; weather</h2><h3>Gusts</h3><h2>Wind &amp; weather</h2><h2></h2>';

  test('lead to the headings of the page’s text, wherever its parts stand', () => {
    const page = contentPage({ text });
    const html = render([section('c', 'contents', { smaller: true }), section('r', 'part-of-text', { part: 'rest' })], {
      page,
      answer,
    });
    const links = [...html.matchAll(/<a href="#(t-[^"]+)">([^<]+)</g)].map(([, id, words]) => [id, words]);
    expect(links).toEqual([
      ['t-the-lead', 'The lead'],
      ['t-wind-weather', 'Wind &amp; weather'],
      ['t-gusts', 'Gusts'],
      ['t-wind-weather-2', 'Wind &amp; weather'],
    ]);
    expect(html).toContain('<h2 id="t-wind-weather">Wind &amp; weather</h2><h3 id="t-gusts">Gusts</h3>');
    expect(show(section('c', 'contents'), { page })).not.toContain('Gusts');
    expect(show(section('c', 'contents'), { page: contentPage({ text: '<p>None</p>' }) })).not.toContain('contents"');
    // A heading that comes twice has the same id wherever it stands, and only the first place on the page has it.
    const parts = ['all', 'rest', 'lead'].map((part) => section(`r-${part}`, 'part-of-text', { part }));
    const twice = render(parts, {
      page: contentPage({ text: `<h2>Gusts</h2><wbr data-break><h2>Gusts</h2>` }),
      answer,
    });
    expect([...twice.matchAll(/<h2[^>]*>Gusts/g)].map(String)).toEqual([
      '<h2 id="t-gusts">Gusts',
      '<h2 id="t-gusts-2">Gusts',
      '<h2>Gusts',
      '<h2>Gusts',
    ]);
    // A text of the section's own is nobody's contents.
    expect(show(section('r', 'part-of-text', { part: 'all', text }), { page })).not.toContain('id="t-');
  });

  test('names that no sign is left of still lead somewhere', () => {
    expect(anchored('<h2>!?</h2><h3>風 の</h3>').headings.map(({ id }) => id)).toEqual(['t-part', 't-風-の']);
  });
});

test('a part of another page says where the rest is; a page that is gone is left out', () => {
  const html = show(section('p', 'part-of-page', { page: 'care' }));
  expect(html).toContain(
    '<h2>Care</h2><div class="prose"><p>Dry it.</p></div><p class="part-on"><a href="/care"><span>Read on</span><span class="hidden-words">: Care</span></a></p>',
  );
  expect(show(section('p', 'part-of-page', { page: 'care', part: 'rest', title: false, action: '' }))).toContain(
    '<div class="prose"><h2>Then</h2></div></div>',
  );
  expect(show(section('p', 'part-of-page', { page: 'gone' }))).not.toContain('k-part-of-page');
  expect(made([section('p', 'part-of-page')], { answer }).needs).toEqual([]);
});

test('pages by label: cards or lines, dated, the page itself left out', () => {
  const page = contentPage({});
  const cards = show(section('n', 'pages-by-label', { label: 'news', author: true }), { page });
  expect(cards).toMatch(
    /<ul class="page-cards"><li class="card"><div class="card-picture"><img[^>]*alt=""[^>]*><\/div><h2 class="card-title"><a href="\/a">Old<\/a><\/h2><p class="page-small"><time datetime="2026-03-02T00:00:00.000Z">2 March 2026<\/time> · <span>Ada<\/span><\/p><p class="page-about">First &lt;one&gt;<\/p><\/li><\/ul>/,
  );
  expect(cards).not.toContain('Self</a>');
  const lines = show(
    section('n', 'pages-by-label', { title: 'News', shown: 'lines', date: false, description: false }),
  );
  expect(lines).toContain('<li class="page-line"><h3 class="card-title"><a href="/b">Self</a></h3></li>');
});

test('a directory lists what is in what; folded if wanted; a menu as it is', () => {
  expect(show(section('d', 'directory'))).toContain(
    '<ul><li><a href="/browse/o">Outer</a><ul><li><a href="/browse/i">Inner</a></li></ul></li></ul>',
  );
  expect(show(section('d', 'directory', { title: 'All', folded: true, open: false }))).toMatch(
    /<details><summary class="directory-title">All<\/summary><nav/,
  );
  expect(show(section('d', 'directory', { of: 'menu', menu: 'none' }))).not.toContain('k-directory');
  // Which menu it would list is no use of that menu while it lists something else.
  const menus = (values: object) =>
    pointersOf(template([section('d', 'directory', { ...values })]), SHIPPED_KINDS).menus;
  expect([menus({}), menus({ of: 'menu' }), menus({ of: 'brands', menu: 'help' })]).toEqual([[], ['header-links'], []]);
});

test('the breadcrumb goes through the collections of a product, those above a collection, and the page above a content page', () => {
  const crumbs = (page: PageInfo, values = {}) =>
    [...show(section('b', 'breadcrumb', values), { page }).matchAll(/<li[^>]*>(.*?)<\/li>/g)].map(([, inner]) => inner);
  const collection = (parents: string[]): PageInfo => ({
    ...HOME,
    kind: 'collection',
    code: 'collection:C-9',
    title: 'Here',
    subject: { collection: { code: 'C-9', slug: 'c', title: 'Here', description: '', parents } },
  });
  expect(crumbs(collection(['C-2', 'C-1']))).toEqual([
    '<a href="/">Home</a>',
    '<a href="/browse/one">One</a>',
    '<a href="/browse/two">Two</a>',
    'Here',
  ]);
  expect(crumbs(collection([]), { here: false })).toEqual(['<a href="/">Home</a>']);
  expect(crumbs(contentPage({ parent: 'care' }))).toEqual(['<a href="/">Home</a>', '<a href="/care">Care</a>', 'Self']);
  expect(crumbs(contentPage({ parent: 'care', parentLinked: false }))[1]).toBe('Care');
  expect(crumbs(contentPage({ parent: 'gone' }))).toEqual(['<a href="/">Home</a>', 'Self']);
  expect(show(section('b', 'breadcrumb'))).not.toContain('crumbs"');
});

describe('map', () => {
  test('shows coordinates, an address, or the store; each zoom is a drawing of its own', () => {
    const store = { ...STORE, details: { street: 'Quay 4', city: 'Tern' } };
    const own = show(section('m', 'map'), { store });
    expect(own).toContain('<strong>Windrow</strong><br><span>Quay 4, Tern, Ireland</span></p>');
    expect(own.match(/<svg /g)).toHaveLength(3);
    expect(own).toMatch(
      /<input type="radio" class="hidden-words map-middle" name="s-m:zoom" id="s-m:zoom-middle" checked>/,
    );
    const placed = show(section('m', 'map', { latitude: 51.5, longitude: -9.25, label: 'Pier' }));
    expect(placed).toContain('aria-label="Map: Pier"');
    expect(placed).toContain('<strong>Pier</strong></p>');
    expect(show(section('m', 'map', { zoom: 'near' }), { store })).toMatch(/id="s-m:zoom-near" checked>/);
    expect(show(section('m', 'map'))).not.toContain('k-map');
  });

  test('an address that is not found says so to those who design, and shows nothing to shoppers', () => {
    const lost = section('m', 'map', { address: '17 ?' });
    expect(show(lost)).not.toContain('k-map');
    expect(show(lost, { mode: 'preview' })).toContain('No place was found for the address “17 ?”');
    expect(show(section('m', 'map', { address: '17 ?', latitude: 51.5, longitude: -9 }))).toContain('class="map"');
  });

  test('the same address is always the same place, however it is written; another is another', () => {
    expect(findPlace(' Quay  4, TERN')).toEqual(findPlace('quay 4 tern'));
    expect(findPlace('Quay 5, Tern')).not.toEqual(findPlace('Quay 4, Tern'));
    expect(findPlace('  ')).toBeNull();
  });

  test('streets stay where they are at every zoom', () => {
    const place = { latitude: 52, longitude: 4 };
    // A main street 300 m from the middle is 300 / 9,000 of the width away when far, and 300 / 2,400 in the middle.
    const mains = (zoom: 'far' | 'middle', width: number) =>
      [...(/map-road" d="([^"]+)"/.exec(drawMap(place, zoom))?.[1] ?? '').matchAll(/M([\d.-]+) 0v/g)].map(
        ([, x]) => ((Number(x) - 400) * width) / 800,
      );
    const far = mains('far', 9000);
    const middle = mains('middle', 2400).filter((x) => Math.abs(x) < 1200);
    expect(middle.length).toBeGreaterThan(0);
    for (const x of middle) expect(far.some((other) => Math.abs(other - x) < 2)).toBe(true);
  });

  test.each([
    { latitude: 90, longitude: 180 },
    { latitude: -90, longitude: -180 },
    { latitude: 0, longitude: 0.0001 },
  ])('%j is drawn', (place) => {
    for (const zoom of ['near', 'middle', 'far'] as const) {
      const drawing = drawMap(place, zoom);
      expect(drawing).not.toMatch(/NaN|Infinity|undefined/);
      expect(drawing.length).toBeLessThan(40_000);
    }
  });
});

test('the message form keeps what was typed, says at each field what is wrong, and thanks in its place', () => {
  const plain = show(section('m', 'message-form', { title: 'Write' }));
  expect(plain).toMatch(
    /<form class="message-form" method="post" action="\/message">.*name="website" tabindex="-1".*name="subject" maxlength="160">/s,
  );
  expect(show(section('m', 'message-form', { subject: false }))).not.toContain('name="subject"');
  const form = { section: 'm', typed: { text: 'A <b>' }, errors: { email: 'No <address>.' }, refused: 'Please check.' };
  const wrong = show(section('m', 'message-form'), { form });
  expect(wrong).toContain('aria-invalid="true" aria-describedby="s-m:email-fault"');
  expect(wrong).toContain('id="s-m:email-fault">No &lt;address&gt;.</p>');
  expect(wrong).toContain('>A &lt;b&gt;</textarea>');
  const done = show(section('m', 'message-form'), { form: { section: 'm', typed: {}, refused: '', done: true } });
  expect(done).toContain('role="status">Thank you. We will write back to you.</p>');
  expect(done).not.toContain('<form');
});
