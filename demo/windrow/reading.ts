/** The templates of Windrow’s content pages, by purpose, and which page has which. */
import {
  FORMAT,
  keys,
  type AssignmentsDocument,
  type Document,
  type DocumentKey,
  type Entry,
  type OwnDocument,
  type Section,
} from '@parlour/core/documents';
import type { PictureValue } from '@parlour/core/fields';
import type { PageCode } from '@parlour/core/pages';
import { entryOf, section, template, to } from './make.js';

type Picture = (file: string, alt: string) => PictureValue;

/** A section with one list of entries. */
const withList = (one: Section, list: string, entries: readonly Entry[]): Section => ({
  ...one,
  lists: { [list]: entries },
});

const READING = { width: 'reading' } as const;
const crumbs = (id: string, width: 'reading' | 'page' = 'page'): Section =>
  section(id, 'breadcrumb', {}, { width, space: 'small' });

const story = (picture: Picture): readonly Section[] => [
  section(
    'story-poster',
    'poster',
    {
      title: { bind: 'title' },
      level: 'h1',
      text: { bind: 'description' },
      picture: {
        bind: 'picture',
        fallback: picture('workshop.png', 'The workshop: rolls of cloth, a long table and a window to the sea'),
      },
      side: 'end',
    },
    { width: 'edge', space: 'none' },
  ),
  section('story-lead', 'part-of-text', { size: 'large' }, { ...READING, space: 'large' }),
  withList(
    section(
      'story-steps',
      'how-it-works',
      { title: 'From cloth to sky', across: '4' },
      { tone: 'soft', space: 'large' },
    ),
    'steps',
    [
      entryOf('step-cut', { title: 'Cut', text: 'With a hot knife, so that no edge frays.' }),
      entryOf('step-sew', { title: 'Sew', text: 'Twice over the spine, once along the hem.' }),
      entryOf('step-weigh', { title: 'Weigh', text: 'Spars go in pairs that differ by less than a gram.' }),
      entryOf('step-fly', { title: 'Fly', text: 'Who flew it signs it.' }),
    ],
  ),
  section('story-rest', 'part-of-text', { part: 'rest' }, { ...READING, space: 'large' }),
  withList(section('story-quotes', 'quotes', { title: 'What people write to us' }, { space: 'large' }), 'quotes', [
    entryOf('quote-mara', {
      text: 'It went up on a day when the flags hung down, and stayed until supper.',
      who: 'Mara Quill',
      about: 'Gannet Delta, second year',
    }),
    entryOf('quote-jory', {
      text: 'My grandfather’s kite came back from the workshop with its old patches still on, and a new spine.',
      who: 'Jory Fenn',
      about: 'a repair',
    }),
  ]),
];

const guide = (picture: Picture): readonly Section[] => [
  crumbs('guide-crumbs'),
  section('guide-title', 'page-title', { author: true, date: true }, { space: 'small' }),
  section('guide-text', 'part-of-text', { part: 'all' }, { space: 'small' }),
  section(
    'guide-film',
    'video',
    {
      title: 'The launch, without words',
      link: { url: 'https://films.example/windrow-launch', window: 'new' },
      picture: picture('dunes.png', ''),
      length: '2 min',
    },
    { space: 'medium' },
  ),
  withList(section('guide-files', 'file-list', { title: 'To print' }), 'files', [
    entryOf('example-file', { label: 'A sheet to print', link: { url: 'https://files.example/sheet.pdf' } }),
  ]),
];

const visit: readonly Section[] = [
  section('visit-title', 'page-title', {}, { tone: 'soft' }),
  section('visit-lead', 'part-of-text', { size: 'large' }, { tone: 'soft' }),
  section(
    'visit-columns',
    'columns',
    { widths: 'last-wider', order: 'turned' },
    { space: 'large' },
    {
      one: [
        section('visit-reach', 'contact-details', { title: 'The blue door' }, { space: 'small' }),
        section(
          'visit-hours',
          'opening-hours',
          { title: 'Open', note: 'On windy Saturdays we may be on the north sands.' },
          { space: 'small' },
        ),
      ],
      two: [section('visit-map', 'map', { label: 'Windrow Kites' }, { space: 'small' })],
    },
  ),
  section('visit-rest', 'part-of-text', { part: 'rest', columns: true }),
  section('visit-form', 'message-form', { title: 'Write to us' }, { tone: 'soft', space: 'large' }),
];

const pictures = (picture: Picture): readonly Section[] => [
  section('pictures-title', 'page-title'),
  withList(section('pictures-slides', 'carousel', { size: 'most' }), 'slides', [
    entryOf('example-slide', { picture: picture('harbour.png', 'Kites over the harbour'), title: 'A slide' }),
  ]),
  section('pictures-text', 'part-of-text', { part: 'all' }, READING),
  withList(section('pictures-gallery', 'gallery', { 'across@phone': '2' }), 'pictures', [
    entryOf('example-shot', { picture: picture('dunes.png', 'The dunes'), caption: 'A picture' }),
    entryOf('example-shot-two', { picture: picture('workshop.png', 'The workshop'), caption: 'Another one' }),
  ]),
  section(
    'pictures-one',
    'picture',
    {
      picture: picture('workshop.png', 'The workshop in the evening'),
      cut: 'wide',
      caption: 'The workshop in the evening',
    },
    { width: 'broad' },
  ),
];

const questions: readonly Section[] = [
  section('questions-title', 'page-title'),
  section('questions-text', 'part-of-text', { part: 'all' }, { ...READING, space: 'small' }),
  withList(section('questions-accordion', 'accordion', { shown: 'single', first: true }, READING), 'parts', [
    entryOf('example-part', { title: 'What do people ask?', text: '<p>Answer in two sentences.</p>' }),
  ]),
  section('questions-delivery', 'part-of-page', { page: 'delivery' }, { ...READING, space: 'large' }),
  section(
    'questions-form',
    'message-form',
    { title: 'Another question?', subject: false },
    { ...READING, tone: 'soft', space: 'large' },
  ),
];

const news: readonly Section[] = [
  section('news-title', 'page-title'),
  section('news-pages', 'pages-by-label', { label: 'news', author: true }),
];

/** One piece of news: its picture, when, by whom, and the way back. */
const pieceOfNews: readonly Section[] = [
  crumbs('piece-crumbs'),
  section('piece-picture', 'picture', { picture: { bind: 'picture' }, cut: 'wide' }, { space: 'small' }),
  section('piece-title', 'page-title', { date: true, author: true }, { space: 'small' }),
  section('piece-text', 'part-of-text', { part: 'all' }, { space: 'small' }),
  section(
    'piece-others',
    'pages-by-label',
    { title: 'More news', label: 'news', shown: 'lines', limit: 4, description: false },
    { space: 'large' },
  ),
];

/** What a page has of its own: lists of sections of its template. */
const ownLists = (
  page: PageCode,
  lists: Readonly<Record<string, readonly [section: string, kind: string, entries: readonly Entry[]]>>,
): [DocumentKey, OwnDocument] => [
  keys.own(page),
  {
    format: FORMAT,
    type: 'own',
    page,
    whole: Object.fromEntries(Object.entries(lists).map(([list, [id]]) => [`${id}.${list}`, true])),
    areas: {
      main: Object.entries(lists).map(([list, [id, kind, entries]]) => withList(section(id, kind), list, entries)),
    },
  },
];

const owned = (picture: Picture): readonly (readonly [DocumentKey, Document])[] => [
  ownLists('content:pictures', {
    slides: [
      'pictures-slides',
      'carousel',
      [
        entryOf('slide-harbour', {
          picture: picture('harbour.png', 'Kites over the harbour'),
          title: 'From the quay',
          text: 'The wind comes round the light twice a day.',
        }),
        entryOf('slide-workshop', {
          picture: picture('workshop.png', 'The long table'),
          title: 'At the long table',
          action: 'How a kite is made',
          link: to('content:our-story'),
        }),
        entryOf('slide-dunes', { picture: picture('dunes.png', 'A foil over the dunes'), title: 'On the north sands' }),
      ],
    ],
    pictures: [
      'pictures-gallery',
      'gallery',
      [
        entryOf('shot-1', {
          picture: picture('K-001-b.png', 'Cloth and spars of a small kite laid out'),
          caption: 'Before it is sewn',
        }),
        entryOf('shot-2', { picture: picture('K-003-a.png', 'The Gannet Delta in the air'), caption: 'After' }),
        entryOf('shot-3', { picture: picture('K-012-a.png', 'What is in the kit for a first kite') }),
        entryOf('shot-4', { picture: picture('K-003-c.png', 'A seam from close by'), caption: 'Twice over the spine' }),
        entryOf('shot-5', { picture: picture('harbour.png', 'The harbour of Ternhythe') }),
        entryOf('shot-6', { picture: picture('dunes.png', 'The dunes') }),
      ],
    ],
  }),
  ownLists('content:questions', {
    parts: [
      'questions-accordion',
      'accordion',
      [
        entryOf('q-first', {
          title: 'Which kite for a child of six?',
          text: '<p>A small delta with a short line. It flies by itself, so that the child can hold it and look up.</p>',
        }),
        entryOf('q-inland', {
          title: 'Does it fly inland?',
          text: '<p>It does, a field away from trees and houses. Wind near the ground is rough there; let out line until it is above the hedges.</p>',
        }),
        entryOf('q-wet', {
          title: 'It fell into the sea. What now?',
          text: '<p>Rinse it with fresh water, hang it up in the shade, and do not roll it before the seams are dry.</p>',
        }),
        entryOf('q-line', {
          title: 'How long should the line be?',
          text: '<p>Thirty metres to begin with. Longer is not higher once the line is heavier than the wind.</p>',
        }),
      ],
    ],
  }),
  ownLists('content:flying-guide', {
    files: [
      'guide-files',
      'file-list',
      [
        entryOf('file-wind', {
          label: 'Wind force on one sheet',
          link: { url: 'https://files.example/wind.pdf' },
          about: 'PDF, 1 page',
        }),
        entryOf('file-knots', {
          label: 'Four knots',
          link: { url: 'https://files.example/knots.pdf' },
          about: 'PDF, 2 pages',
        }),
      ],
    ],
  }),
];

const ASSIGNED: AssignmentsDocument = {
  format: FORMAT,
  type: 'assignments',
  pageKind: 'content',
  standard: 'content',
  pages: {
    'content:our-story': 'story',
    'content:flying-guide': 'guide',
    'content:contact': 'visit',
    'content:pictures': 'pictures',
    'content:questions': 'questions',
    'content:news': 'news',
    'content:news-spring': 'news-piece',
    'content:news-reel': 'news-piece',
    'content:news-storm': 'news-piece',
  },
};

export function windrowReading(picture: Picture): readonly (readonly [DocumentKey, Document])[] {
  return [
    [keys.template('story'), template('Story', 'content', story(picture))],
    [
      keys.template('guide'),
      template('Guide', 'content', guide(picture), {
        layout: { width: 'standard', side: 'start' },
        areas: {
          main: guide(picture),
          side: [
            section('guide-contents', 'contents', { smaller: true }, { space: 'small' }),
            withList(section('guide-details', 'detail-rows', {}, { space: 'small' }), 'rows', [
              entryOf('row-for', { label: 'For', value: { bind: 'attribute.for' } }),
              entryOf('row-time', { label: 'To read', value: { bind: 'attribute.reading-time' } }),
            ]),
          ],
        },
        around: { side: 'shelves' },
        each: { 'guide-files.files': true },
      }),
    ],
    [keys.template('visit'), template('Visit', 'content', visit)],
    [
      keys.template('pictures'),
      template('Pictures', 'content', pictures(picture), {
        each: { 'pictures-slides.slides': true, 'pictures-gallery.pictures': true },
      }),
    ],
    [
      keys.template('questions'),
      template('Questions', 'content', questions, { each: { 'questions-accordion.parts': true } }),
    ],
    [keys.template('news'), template('News', 'content', news)],
    [
      keys.template('news-piece'),
      template('A piece of news', 'content', pieceOfNews, {
        layout: { width: 'standard', side: 'end' },
        areas: { main: pieceOfNews, side: [] },
        around: { side: 'shelves' },
      }),
    ],
    ...owned(picture),
    [keys.assignments('content'), ASSIGNED],
  ];
}
