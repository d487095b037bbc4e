/** What stands around pages: mark, notices, countdown, details of the store, forms and drawn marks. */
import type { Section } from '../documents/index.js';
import type { Link } from '../fields/index.js';
import { html as tag, raw } from '../kinds/index.js';
import { section } from '../tests/designs.js';
import { HOME, made, render, STORE } from '../tests/pages.js';

const LOGO = { picture: 'a'.repeat(64), alt: '' };
const answer = (need: { readonly type: string }) => {
  if (need.type === 'path') return '/there';
  return need.type === 'picture' ? { hash: LOGO.picture, width: 400, height: 200, alt: '', widths: [320] } : undefined;
};
const show = (one: Section, more: Parameters<typeof render>[1] = {}): string =>
  render([one], { answer, ...more }).replace(/^.*<main>/s, '');
const withList = (one: Section, list: string, entries: readonly object[]): Section =>
  ({ ...one, lists: { [list]: entries.map((values, i) => ({ id: `e${i}`, values })) } }) as Section;

describe('logo', () => {
  test('is the name until there is a logo, which then says the name to those who do not see it', () => {
    expect(show(section('m', 'logo'))).toContain('<a class="mark" href="/"><span class="mark-name">Windrow</span></a>');
    expect(show(section('m', 'logo'), { translation: 'de' })).toContain('<a class="mark" href="/de">');
    // Nothing has to be asked for it, so it is the same on all pages.
    expect(made([section('m', 'logo')]).composition.instances.size).toBe(0);
    const drawn = show(section('m', 'logo', { logo: LOGO }));
    expect(drawn).toMatch(/<span class="mark-logo"><img [^>]*alt="Windrow"/);
    expect(drawn).not.toContain('mark-name');
  });

  test('beside its name the logo is silent; its height is the one that is set', () => {
    const page = made([section('m', 'logo', { logo: LOGO, name: true, height: 64, tagline: 'By <hand>' })], {
      answer,
    });
    expect(page.html).toMatch(/alt=""[^>]*><\/span><span class="mark-name">Windrow<\/span>/);
    expect(page.html).toContain('<p class="mark-line">By &lt;hand&gt;</p>');
    expect(page.style).toContain('--mark:64px');
  });
});

describe('notice', () => {
  const messages = [
    { text: 'Over', from: '', until: '2026-11-01T00:00:00.000Z' },
    { text: 'Now', from: '2026-11-20T00:00:00.000Z', until: '2026-11-25T00:00:00.000Z' },
    { text: 'Later', from: '2026-12-01T00:00:00.000Z', until: '' },
  ];
  const notice = (values: object = {}) =>
    withList(section('n', 'notice', { text: 'Always', ...values }), 'messages', messages);

  test('shows what counts now, and the page is made anew when that changes', () => {
    const page = made([notice()]);
    expect(page.html).toContain('<ul class="notice"><li><span>Always</span></li><li><span>Now</span></li></ul>');
    expect(page.html).not.toMatch(/Over|Later/);
    expect(page.until).toBe('2026-11-25T00:00:00.000Z');
    expect(made([notice()], { now: '2026-11-26T00:00:00.000Z' }).until).toBe('2026-12-01T00:00:00.000Z');
  });

  test('of several shows the first that has its time, or else the one that is always said', () => {
    expect(show(notice({ several: 'first' }))).toContain('<p class="notice"><span>Now</span></p>');
    expect(show(notice({ several: 'first' }), { now: '2026-11-26T00:00:00.000Z' })).toContain(
      '<p class="notice"><span>Always</span></p>',
    );
    expect(show(notice({ text: '' }), { now: '2026-11-26T00:00:00.000Z' })).not.toContain('notice"');
  });

  test('leads where it says', () => {
    expect(show(section('n', 'notice', { text: 'See', link: { to: 'cart' } }))).toContain('<a href="/there">See</a>');
  });
});

describe('countdown', () => {
  const until = '2026-12-24T18:00:00.000Z';
  test('says the day without script, holds the parts that count, and what comes after at its time', () => {
    const before = made([section('c', 'countdown', { title: 'Sale', until, after: 'Over' })]);
    expect(before.html).toMatch(/<time datetime="2026-12-24T18:00:00.000Z">until 24 December 2026 at 18:00<\/time>/);
    expect(before.html).toMatch(/data-countdown="2026-12-24T18:00:00.000Z" role="timer">.*data-unit="86400000"/);
    expect(before.until).toBe(until);
    const after = (values: Readonly<Record<string, unknown>>) =>
      show(section('c', 'countdown', { until, ...values }), { now: '2026-12-25T00:00:00.000Z' });
    expect(after({ after: 'Over' })).toContain('<p class="countdown-after">Over</p>');
    expect(after({})).not.toContain('countdown');
    expect(show(section('c', 'countdown'))).not.toContain('class="countdown');
  });
});

describe('details of the store', () => {
  const details = {
    street: 'Quay 4',
    postcode: 'T1',
    city: 'Tern',
    email: 'a@b.example',
    phone: '+353 (1) 55',
    monday: '9–5',
    tuesday: '9–5',
    thursday: '9–5',
    saturday: '10–2',
  };
  const known = { store: { ...STORE, details } };

  test('are shown as far as they are set and wanted', () => {
    const all = show(section('r', 'contact-details'), known);
    expect(all).toContain('<p>Windrow<br>Quay 4<br>T1 Tern<br>Ireland</p>');
    expect(all).toContain('<a href="mailto:a@b.example">a@b.example</a>');
    expect(all).toContain('<a href="tel:+353155" dir="ltr">+353 (1) 55</a>');
    const some = show(section('r', 'contact-details', { address: false, phone: false }), known);
    expect(some).toContain('mailto:');
    expect(some).not.toMatch(/Quay|tel:/);
    expect(show(section('r', 'contact-details', { title: 'Here' }))).not.toContain('Here');
  });

  test('days that are alike are told together; closed ones only if wanted', () => {
    expect(show(section('h', 'opening-hours'), known)).toContain(
      '<dt>Monday–Tuesday</dt><dd>9–5</dd><dt>Wednesday</dt><dd class="hours-closed">closed</dd><dt>Thursday</dt><dd>9–5</dd><dt>Friday</dt><dd class="hours-closed">closed</dd><dt>Saturday</dt><dd>10–2</dd><dt>Sunday</dt>',
    );
    expect(
      show(section('h', 'opening-hours', { closed: false, note: 'Or ask.' }), { ...known, translation: 'de' }),
    ).toMatch(/<dt>Montag–Dienstag<\/dt>.*<dt>Samstag<\/dt><dd>10–2<\/dd><\/dl><p class="hours-note">Or ask\.<\/p>/);
    expect(show(section('h', 'opening-hours', { title: 'Open' }))).not.toContain('Open');
  });
});

describe('links and marks', () => {
  test('other places open in their own windows, signs are silent and words are always there to hear', () => {
    const link: Link = { url: 'https://a.example/', window: 'new' };
    const places = [
      { label: 'Sky & sea', link, sign: 'film' },
      { label: 'Nowhere', link: null },
    ];
    const shown = (values: Readonly<Record<string, unknown>>) =>
      show(withList(section('f', 'elsewhere-online', values), 'places', places));
    expect(shown({})).toMatch(
      /<a href="https:\/\/a\.example\/" target="_blank" rel="noopener"><svg [^>]*aria-hidden="true">.*<\/svg><span>Sky &amp; sea<\/span><\/a>/,
    );
    expect(shown({})).not.toContain('Nowhere');
    expect(shown({ shown: 'signs' })).toContain('<span class="hidden-words">Sky &amp; sea</span>');
    expect(shown({ shown: 'words' })).not.toContain('<svg');
    expect(show(section('f', 'elsewhere-online', { title: 'Where' }))).not.toContain('Where');
  });

  test('marks of the payment methods say what they are', () => {
    const marks = show(section('p', 'payment-logos', { card: true }));
    expect([...marks.matchAll(/aria-label="([^"]+)"/g)].map(([, label]) => label)).toEqual(['Card', 'Bank transfer']);
    expect(show(section('p', 'payment-logos', { transfer: false, title: 'By' }))).not.toContain('By');
  });

  test.each([
    [{}, '<hr class="divider-line divider-whole">'],
    [{ shown: 'dashes', length: 'part' }, '<hr class="divider-dashes divider-part">'],
    [{ shown: 'ornament' }, '<svg class="divider-ornament"'],
    [{ shown: 'room', height: 'large' }, '<div class="divider room-large"></div>'],
  ])('a divider: %j', (values, shown) => {
    expect(show(section('d', 'divider', values))).toContain(shown);
  });
});

describe('forms', () => {
  const path = { ...HOME, path: '/about' };

  test('the news sign-up says where it was, keeps what was typed, and thanks in its place', () => {
    const plain = show(section('s', 'news-sign-up', { small: '<p>We keep it.</p>' }), { page: path });
    expect(plain).toContain(
      '<form class="email-line" method="post" action="/sign-up"><input type="hidden" name="page" value="/about">',
    );
    expect(plain).toMatch(/aria-hidden="true"><label>Leave this empty<input name="website" tabindex="-1"/);
    expect(plain).toContain('<div class="prose sign-up-small"><p>We keep it.</p></div>');
    const form = { section: 's', typed: { email: '"x' }, refused: 'Not a <email> address.' };
    const wrong = show(section('s', 'news-sign-up'), { form });
    expect(wrong).toMatch(/value="&quot;x" aria-invalid="true" aria-describedby="s-s:email-fault"/);
    expect(wrong).toContain('id="s-s:email-fault" role="alert">Not a &lt;email&gt; address.</p>');
    const thanked = show(section('s', 'news-sign-up'), { form: { section: 's', typed: {}, refused: '', done: true } });
    expect(thanked).toContain('<p class="form-done" role="status">Thank you. You will hear from us.</p>');
    expect(thanked).not.toContain('<form');
    expect(show(section('s', 'news-sign-up'), { form: { ...form, section: 'other' } })).not.toContain('s:email-fault');
  });

  test('the search box leads to the search results, and there holds what was looked for', () => {
    expect(show(section('f', 'search-box'))).toContain('<form class="search" method="get" action="/there">');
    const search = {
      ...HOME,
      kind: 'search' as const,
      code: 'search',
      path: '/search',
      query: { words: 'red "kite"' },
    };
    const there = made(
      [
        section('f', 'search-box'),
        section('n', 'number-of-results'),
        section('l', 'listing', { source: { from: 'found' } }),
      ],
      {
        page: search,
        answer: (need: { readonly type: string }) =>
          need.type === 'listing' ? { cards: [], total: 1234, counts: null } : answer(need),
      },
    );
    expect(there.html).toContain('value="red &quot;kite&quot;"');
    expect(there.html).toContain('1,234 products for “red &quot;kite&quot;”');
    expect(there.needs).toContainEqual(
      expect.objectContaining({
        type: 'listing',
        source: { from: 'found', words: 'red "kite"' },
        size: 24,
        page: 1,
      }),
    );
    // On other pages nothing is looked for, whatever stands behind the path.
    const home = made([section('l', 'listing', { source: { from: 'found' } })], {
      page: { ...HOME, query: { words: 'x' } },
    });
    expect(home.needs).toContainEqual(expect.objectContaining({ source: { from: 'found', words: '' } }));
    expect(home.composition.query).toEqual(['page']);
  });
});

test('own html comes out clean, whatever was stored', () => {
  const shown = show(section('o', 'own-html', { html: '<p onclick="x()">A<script>b()</script></p>' }));
  expect(shown).toContain('<div class="prose own-html"><p>A</p></div>');
  expect(show(section('o', 'own-html', { html: '<script>b()</script>' }))).not.toContain('own-html"');
  expect(tag`${raw('')}`.text).toBe('');
});

describe('columns', () => {
  test('are as wide as what is in them if wanted, and turned round on phones', () => {
    const held = { one: [section('a', 'heading')], two: [section('b', 'heading')] };
    const columns = (values: Readonly<Record<string, unknown>>) =>
      show({ ...section('c', 'columns', values), slots: held });
    expect(columns({ widths: 'fit' })).toContain('<div class="columns columns-2 columns-fit">');
    expect(columns({ order: 'turned' })).toContain('<div class="columns columns-2 columns-equal columns-turned">');
  });
});
