/** The design Windrow Kites starts with: what every store starts with, and its own pages, words and additions. */
import {
  FORMAT,
  keys,
  parseRule,
  starterDesign,
  type ArrangementDocument,
  type Document,
  type DocumentKey,
  type Entry,
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
  frame: Values = {},
  slots?: Section['slots'],
): Section => ({ id, kind: `${kind}@1`, frame, values, ...(slots ? { slots } : {}) });

const template = (name: string, pageKind: PageKind, main: readonly Section[]): TemplateDocument => ({
  format: FORMAT,
  type: 'template',
  name,
  pageKind,
  layout: { width: 'standard' },
  areas: { main },
});

const around = (region: ArrangementDocument['region'], main: readonly Section[]): ArrangementDocument => ({
  format: FORMAT,
  type: 'arrangement',
  name: 'Standard',
  region,
  areas: { main },
});

const entry = (id: string, label: string, page: string): Entry => ({ id, values: { label, link: to(page) } });

const to = (page: string): Link => ({ to: page });

export function windrowDesign(hashOf: (file: string) => string): ReadonlyMap<DocumentKey, Document> {
  const picture = (file: string, alt: string) => ({ picture: hashOf(file), alt });
  return new Map<DocumentKey, Document>([
    ...starterDesign('Windrow Kites'),
    [
      keys.menu('main'),
      {
        format: FORMAT,
        type: 'menu',
        name: 'Main menu',
        lists: {
          entries: [
            entry('m-single', 'Single-line', 'collection:C-1'),
            entry('m-sport', 'Sport and indoor', 'collection:C-2'),
            entry('m-line', 'Line, reels, tails', 'collection:C-3'),
            entry('m-about', 'The workshop', 'content:about'),
          ],
        },
      },
    ],
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
          { title: 'New this season', source: { from: 'newest' }, limit: 4 },
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
          { widths: 'first-wider' },
          { space: 'large' },
          {
            one: [section('p-pictures', 'product-pictures')],
            two: [
              section('p-summary', 'product-intro', { description: true }),
              section('p-price', 'price', { size: 'large' }),
              section('p-buy', 'buy-form'),
              section(
                'p-wind',
                'text',
                { text: { bind: 'attribute.wind', fallback: '<p>For every kite</p>' } },
                { space: 'small' },
              ),
              section('p-promise', 'shared-section', { shared: 'promise' }, { space: 'none' }),
              section('p-extra', 'spot', { name: 'beside-buying' }),
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
          { widths: 'last-wider' },
          { space: 'large' },
          {
            one: [
              section('q-summary', 'product-intro', { description: true }),
              section('q-price', 'price'),
              section('q-buy', 'buy-form', { size: 'medium' }),
              section('q-extra', 'spot', { name: 'beside-buying' }),
            ],
            two: [section('q-pictures', 'product-pictures', { others: 'none' })],
          },
        ),
        section('q-promise', 'shared-section', { shared: 'promise' }, { width: 'reading' }),
      ]),
    ],
    [
      keys.template('collection'),
      template('Collection', 'collection', [
        section('c-title', 'page-title', {}, { tone: 'soft', space: 'large' }),
        section('c-row', 'listing', { size: 4, across: '3' }, { space: 'large' }),
        section('c-pages', 'paging'),
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
            lead: 'There is nothing here any more. These are still with us.',
          },
          { space: 'large' },
        ),
        section('n-row', 'product-row', { title: 'New this season', limit: 4 }),
      ]),
    ],
    [
      keys.shared('promise'),
      {
        format: FORMAT,
        type: 'shared',
        name: 'If it breaks',
        areas: {
          main: [
            section('promise-text', 'text', {
              text: '<h2>If it breaks</h2><p>Send it to the workshop with a line about what happened. Most mends cost nothing but the stamp.</p>',
            }),
          ],
        },
      },
    ],
    [
      keys.addition('indoor-note'),
      {
        format: FORMAT,
        type: 'addition',
        name: 'Indoor note',
        place: 'spot:beside-buying',
        target: { pageKind: 'product', when: parseRule('category is "indoor"', 'product') },
        areas: {
          main: [
            section('indoor-text', 'text', {
              text: '<p><strong>Fly it in a hall or a stairwell.</strong> It weighs less than a letter; a draught is weather to it.</p>',
            }),
          ],
        },
      },
    ],
    [
      keys.addition('sport-days'),
      {
        format: FORMAT,
        type: 'addition',
        name: 'Sport days',
        place: 'above',
        target: { page: 'collection:C-2' },
        areas: {
          main: [
            section(
              'sport-days-text',
              'text',
              { text: '<p>Two-line days on the north sands: first Saturday of each month, if the wind agrees.</p>' },
              { tone: 'vivid', space: 'small', align: 'centre' },
            ),
          ],
        },
      },
    ],
    [
      keys.content('about'),
      {
        format: FORMAT,
        type: 'content',
        title: 'The workshop',
        slug: 'workshop',
        description: 'Three people, two tables and a window to the sea.',
        text: '<p>Windrow began in 2009 under the roof of a net store on the mole at Ternhythe. Maren cut sails for boats that no longer went out; the offcuts were too good to burn.</p><wbr data-break><h2>How a kite is made</h2><p>Cloth is cut with a hot knife, so that the edge cannot fray. Spars are weighed in pairs. Every kite is flown once before it is sold, and the one who flew it signs the spine.</p><h2>Come by</h2><p>The door is open on Saturdays from ten to four. Bring the kite that gave up; it rarely has.</p>',
      },
    ],
    [
      keys.template('content'),
      template('Content', 'content', [
        section('t-title', 'page-title', {}, { width: 'reading', tone: 'soft' }),
        section('t-lead', 'part-of-text', { size: 'large' }, { width: 'reading', tone: 'soft' }),
        section('t-rest', 'part-of-text', { part: 'rest' }, { width: 'reading', space: 'large' }),
      ]),
    ],
    [
      keys.assignments('product'),
      {
        format: FORMAT,
        type: 'assignments',
        pageKind: 'product',
        standard: 'product',
        lists: {
          rules: [
            {
              id: 'rule-featherby',
              values: { when: parseRule('brand is "Featherby"', 'product'), template: 'product-plain' },
            },
          ],
        },
      },
    ],
  ]);
}
