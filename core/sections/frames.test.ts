/** What holds sections and stands around them: frames, columns, tiles, posters and titles. */
import type { ContentDocument, Section } from '../documents/index.js';
import type { PageInfo } from '../kinds/index.js';
import { answer, picture } from '../tests/answers.js';
import { section } from '../tests/designs.js';
import { HOME, made, render, sectioned } from '../tests/pages.js';
import { show } from '../tests/shown.js';

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
  const on = (id: string, kind: string, frame: Section['frame']): Section => ({
    ...section(id, kind, kind === 'heading' ? { text: 'A heading' } : {}),
    frame,
  });
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
  expect(columnsIn('3', { six: [section('a', 'heading', { text: 'A heading' })] })).toBe(4);
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
    picture: { picture: picture.hash, alt: 'The quay' },
  };
  const about: PageInfo = { ...HOME, code: 'content:news', kind: 'content', title: 'News', subject: { content } };
  const told = render([section('t', 'page-title', values)], { page: about, answer });
  expect(told).toMatch(/<img [^>]*alt="The quay"[^>]*><h1 class="page-title">News<\/h1>/);
  expect(told).toContain(
    '<p class="page-written"><time datetime="2026-11-25T23:30:00Z">25 November 2026</time> · <span>Isbel &lt;Tern&gt;</span></p>',
  );
});

test('a section can have a colour of its texts; a region has a tone that its plain sections are on', () => {
  const { html, style } = made(
    [{ ...section('h', 'heading', { text: 'A heading' }), frame: { textColour: '#113355' } }],
    {
      documents: {
        'around/header/standard': {
          ...sectioned('arrangement', { region: 'header', tone: 'own', colour: '#20262e', textColour: '#f0e0a0' }, [
            section('m', 'logo'),
          ]),
        },
        'around/footer/standard': sectioned('arrangement', { region: 'footer' }, [section('f', 'small-print')]),
        'addition/a': sectioned('addition', { place: 'header', target: { page: 'home' } }, [
          section('n', 'heading', { text: 'A heading' }),
        ]),
      },
    },
  );
  expect(html).toContain('class="frame w-page tone-plain texts-coloured space-medium align-start k-heading" id="s-h"');
  expect(html).toMatch(
    /<header class="around around-header tone-own texts-coloured">.*w-page tone-plain .*k-logo.*w-page tone-plain .*k-heading.*<\/header>/s,
  );
  expect(html).toContain('<footer class="around around-footer">');
  expect(style).toContain('.around-header{--own:#20262e;--on-own:#ffffff;--texts:#f0e0a0}');
  expect(style).toContain('#s-h{--texts:#113355}');
});

test('frame settings become classes; the defaults are the plain ones', () => {
  const html = show([
    {
      ...section('h', 'heading', { text: 'A heading' }),
      frame: { width: 'edge', tone: 'vivid', space: 'none', align: 'centre' },
    },
    section('i', 'heading', { text: 'A heading' }),
  ]);
  expect(html).toContain('class="frame w-edge tone-vivid space-none align-centre k-heading"');
  expect(html).toContain('class="frame w-page tone-plain space-medium align-start k-heading"');
});
