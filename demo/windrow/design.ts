/** The design Windrow Kites starts with: theme, menu, header, footer, templates, assignments. */
import {
  FORMAT,
  keys,
  type ArrangementDocument,
  type AssignmentsDocument,
  type Document,
  type DocumentKey,
  type Link,
  type PageKind,
  type Section,
  type TemplateDocument,
  type Values,
} from '@parlour/core';

const section = (
  id: string,
  kind: string,
  values: Values = {},
  casing: Values = {},
  slots?: Section['slots'],
): Section => ({ id, kind: `${kind}@1`, casing, values, ...(slots ? { slots } : {}) });

const template = (name: string, pageKind: PageKind, main: readonly Section[]): TemplateDocument => ({
  format: FORMAT,
  type: 'template',
  name,
  pageKind,
  layout: { width: 'page' },
  areas: { main },
});

const around = (region: ArrangementDocument['region'], main: readonly Section[]): ArrangementDocument => ({
  format: FORMAT,
  type: 'arrangement',
  name: 'Standard',
  region,
  areas: { main },
});

const assigned = (pageKind: PageKind, standard: string): [DocumentKey, AssignmentsDocument] => [
  keys.assignments(pageKind),
  { format: FORMAT, type: 'assignments', pageKind, standard, pages: {} },
];

const to = (page: string): Link => ({ to: page });

export function windrowDesign(hashOf: (file: string) => string): ReadonlyMap<DocumentKey, Document> {
  const picture = (file: string, alt: string) => ({ picture: hashOf(file), alt });
  return new Map<DocumentKey, Document>([
    [keys.theme, { format: FORMAT, type: 'theme', groundwork: 'foolscap', values: {} }],
    [
      keys.menu('main'),
      {
        format: FORMAT,
        type: 'menu',
        name: 'Main menu',
        entries: [
          { label: 'Single-line', link: to('collection:C-1') },
          { label: 'Sport and indoor', link: to('collection:C-2') },
          { label: 'Line, reels, tails', link: to('collection:C-3') },
          { label: 'First Kite kit', link: to('product:K-012') },
        ],
      },
    ],
    [keys.arrangement('header'), around('header', [section('h-bar', 'menu-bar', {}, { space: 'small' })])],
    [
      keys.arrangement('footer'),
      around('footer', [
        section(
          'f-legal',
          'legal-line',
          { text: '<p>Mole Street 4, Ternhythe. Prices in euro with tax; a made-up shop that sells nothing.</p>' },
          { tone: 'strong', space: 'medium' },
        ),
      ]),
    ],
    [
      keys.template('home'),
      template('Home', 'home', [
        section(
          'h-poster',
          'poster',
          {
            title: 'Made for the wind at Ternhythe',
            level: 'h1',
            text: 'Kites, gliders and line from a small workshop on the mole. Sewn here, flown here, sent anywhere.',
            picture: picture(
              'harbour.png',
              'Kites over the harbour of Ternhythe, with gabled houses and a light on the mole',
            ),
            action: 'See single-line kites',
            link: to('collection:C-1'),
          },
          { width: 'edge', space: 'none' },
        ),
        section(
          'h-newest',
          'product-row',
          { title: 'New this season', source: { from: 'recent' }, limit: 4 },
          { space: 'large' },
        ),
        section(
          'h-workshop',
          'side-by-side',
          {
            title: 'Every seam has a name on it',
            text: '<p>Maren cuts, Tolle sews, Isbel flies each one before it leaves. If a seam opens, send it back and the same hands will close it.</p><p>The workshop door is open on Saturdays. Bring the kite that gave up; it rarely has.</p>',
            picture: picture('workshop.png', 'The workshop: rolls of cloth, a long table and a window to the sea'),
          },
          { tone: 'soft', space: 'large' },
        ),
        section(
          'h-sport',
          'product-row',
          {
            title: 'For the wind that means it',
            source: { from: 'collection', collection: 'C-2' },
            limit: 4,
            action: 'All of them',
            link: to('collection:C-2'),
          },
          { space: 'large' },
        ),
        section(
          'h-dunes',
          'side-by-side',
          {
            title: 'Which wind is yours?',
            text: '<p>If leaves move, fly a delta. If branches move, take a diamond with its tail. If you hold on to your hat, you want a foil, and gloves.</p>',
            picture: picture('dunes.png', 'Someone flying a foil kite in the dunes'),
            side: 'end',
            action: 'Start with the kit',
            link: to('product:K-012'),
          },
          { space: 'large' },
        ),
      ]),
    ],
    [
      keys.template('product'),
      template('Product', 'product', [
        section(
          'p-columns',
          'columns',
          { split: 'wide-first' },
          { space: 'large' },
          {
            first: [section('p-pictures', 'product-pictures')],
            second: [
              section('p-summary', 'product-summary', { description: true }),
              section('p-price', 'price', { size: 'large' }),
              section('p-buy', 'buy-form'),
            ],
          },
        ),
        section(
          'p-more',
          'product-row',
          { title: 'Flies well with', source: { from: 'collection', collection: 'C-3' }, limit: 4 },
          { space: 'large', tone: 'soft' },
        ),
      ]),
    ],
    [
      keys.template('product-plain'),
      template('Product, words first', 'product', [
        section(
          'q-columns',
          'columns',
          { split: 'wide-second' },
          { space: 'large' },
          {
            first: [
              section('q-summary', 'product-summary', { description: true }),
              section('q-price', 'price'),
              section('q-buy', 'buy-form', { size: 'medium' }),
            ],
            second: [section('q-pictures', 'product-pictures', { others: 'none' })],
          },
        ),
        section(
          'q-note',
          'prose',
          {
            text: '<h2>If it breaks</h2><p>Send it to the workshop with a line about what happened. Most mends cost nothing but the stamp.</p>',
          },
          { width: 'narrow' },
        ),
      ]),
    ],
    [
      keys.template('collection'),
      template('Collection', 'collection', [
        section('c-title', 'page-title', {}, { tone: 'soft', space: 'large' }),
        section(
          'c-row',
          'product-row',
          { source: { from: 'this-collection' }, limit: 48, across: '3' },
          { space: 'large' },
        ),
      ]),
    ],
    [
      keys.template('not-found'),
      template('Not found', 'not-found', [
        section(
          'n-title',
          'heading',
          {
            text: 'The wind took this page',
            level: 'h1',
            lead: 'There is nothing at this address any more. These are still here.',
          },
          { space: 'large' },
        ),
        section('n-row', 'product-row', { title: 'New this season', limit: 4 }),
      ]),
    ],
    assigned('home', 'home'),
    assigned('product', 'product'),
    assigned('collection', 'collection'),
    assigned('not-found', 'not-found'),
  ]);
}
