/** The design Windrow Kites starts with: what every store starts with, and its own pages, words and additions. */
import { starterDesign } from '@parlour/core/design';
import { FORMAT, keys, type WholeState, stateOf } from '@parlour/core/documents';
import { parseRule } from '@parlour/core/pages';
import { windrowAround } from './around.js';
import { windrowContent } from './content.js';
import { entry, section, template, to } from './make.js';
import { windrowReading } from './reading.js';

/** What a collection is narrowed by, beside it. */
const FILTERED = [
  section('f-crumbs', 'breadcrumb', { here: false }, { space: 'small' }),
  section('f-title', 'page-title', {}, { space: 'small' }),
  section(
    'f-bar',
    'columns',
    { count: '3' },
    { space: 'small' },
    {
      one: [section('f-count', 'number-of-results', {}, { space: 'none' })],
      two: [section('f-sort', 'sort-menu', {}, { align: 'end', 'align@phone': 'start', space: 'none' })],
      three: [section('f-view', 'view-switch', {}, { align: 'end', space: 'none', 'hidden@phone': true })],
    },
  ),
  section(
    'f-row',
    'listing',
    { size: 12, across: '3', secondPicture: 'peek', badgeAttribute: 'wind' },
    { space: 'medium' },
  ),
  section('f-pages', 'paging'),
];

/**
 * @param hashOf the hash of a picture by its file name
 * @param collections the codes of those that there are: menus lead to no others
 */
export function windrowDesign(hashOf: (file: string) => string, collections: readonly string[]): WholeState {
  const toCollection = (id: string, label: string, code: string) =>
    collections.includes(code) ? [entry(id, label, `collection:${code}`)] : [];
  const picture = (file: string, alt: string) => ({ picture: hashOf(file), alt });
  return stateOf([
    ...starterDesign('Windrow Kites'),
    [
      keys.look,
      {
        format: FORMAT,
        type: 'look',
        groundwork: 'foolscap',
        values: { secondPicture: 'fade', cardRating: 'shown', badgeReduced: 'percent' },
      },
    ],
    [
      keys.menu('header-links'),
      {
        format: FORMAT,
        type: 'menu',
        name: 'Header links',
        lists: {
          entries: [
            entry('m-single', 'Single-line', 'collection:C-1', [
              ...toCollection('m-deltas', 'Deltas', 'C-4'),
              ...toCollection('m-first', 'First flights', 'C-6'),
            ]),
            { id: 'm-sport', values: { label: 'Sport and indoor', link: to('collection:C-2'), badge: 'new' } },
            entry('m-line', 'Line, reels, tails', 'collection:C-3', [
              ...toCollection('m-spares', 'Spares and repairs', 'C-5'),
              ...toCollection('m-presents', 'Small presents', 'C-7'),
            ]),
            {
              id: 'm-read',
              values: { label: 'Read', link: null },
              lists: {
                entries: [
                  entry('m-guide', 'Which wind is yours?', 'content:flying-guide'),
                  entry('m-questions', 'Questions', 'content:questions'),
                  entry('m-news', 'News', 'content:news'),
                  entry('m-pictures', 'Pictures', 'content:pictures'),
                  entry('m-story', 'Our story', 'content:our-story'),
                ],
              },
            },
            entry('m-about', 'The workshop', 'content:about'),
            entry('m-contact', 'Contact us', 'content:contact'),
          ],
        },
      },
    ],
    ...windrowAround(picture('mark.png', 'A kite with its tail in the wind')),
    [
      keys.template('home'),
      template('Home', 'home', [
        section(
          'h-poster',
          'poster',
          {
            title: 'Made for the wind at Ternhythe',
            level: 'h1',
            text: 'Kites, gliders and line from a small workshop on the quay. Sewn here, flown here, sent anywhere.',
            picture: picture(
              'harbour.png',
              'Kites over the harbour of Ternhythe, with gabled houses and a light on the quay',
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
          { tone: 'soft', space: 'large', background: 'gradient', gradientColour: '#fbfaf6' },
        ),
        section(
          'h-saturday',
          'heading',
          {
            text: 'The door is open on Saturdays',
            lead: 'From ten to four, Quay Street 4. The kettle is on when the wind is not.',
          },
          {
            tone: 'strong',
            space: 'large',
            align: 'centre',
            textSize: 'larger',
            background: 'slow',
            picture: picture('dunes.png', ''),
            strength: 30,
          },
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
              section('p-summary', 'product-title', { description: true }),
              section('p-price', 'price', { size: 'large' }),
              section('p-buy', 'buy-form'),
              section(
                'p-wind',
                'text',
                { text: { bind: 'attribute.wind', fallback: '<p>For every kite</p>' } },
                { space: 'small' },
              ),
              section('p-promise', 'shared-section', { shared: 'promise' }, { space: 'none' }),
              section('p-extra', 'open-place', { name: 'beside-buying' }),
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
              section('q-summary', 'product-title', { description: true }),
              section('q-price', 'price'),
              section('q-buy', 'buy-form', { size: 'medium' }),
              section('q-extra', 'open-place', { name: 'beside-buying' }),
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
        section('c-crumbs', 'breadcrumb', { here: false }, { tone: 'soft', space: 'small' }),
        section('c-title', 'page-title', {}, { tone: 'soft', space: 'medium' }),
        section('c-inside', 'sub-collections', { shown: 'list' }, { space: 'small' }),
        section('c-row', 'listing', { size: 4, across: '4' }, { space: 'large' }),
        section('c-pages', 'paging'),
      ]),
    ],
    [
      keys.template('reduced-collection'),
      template(
        'Reduced collection',
        'collection',
        [
          section('r-crumbs', 'breadcrumb', { here: false }, { space: 'small' }),
          section('r-title', 'page-title', {}, { space: 'medium' }),
          section('r-row', 'listing', { size: 6, across: '3' }, { space: 'large' }),
          section('r-pages', 'paging'),
        ],
        { around: { header: 'sale' } },
      ),
    ],
    [
      keys.template('filtered-collection'),
      template('Collection with filters', 'collection', FILTERED, {
        layout: { width: 'broad', side: 'start' },
        areas: { main: FILTERED, side: [section('f-filters', 'filters', {}, { space: 'small' })] },
      }),
    ],
    [
      keys.template('cart'),
      template('Cart', 'cart', [
        section('cart-title', 'page-title'),
        section(
          'cart-columns',
          'columns',
          { widths: 'first-wider' },
          {},
          {
            one: [section('cart-lines', 'cart-lines')],
            two: [section('cart-totals', 'totals'), section('cart-checkout', 'checkout-button')],
          },
        ),
      ]),
    ],
    [
      keys.template('checkout'),
      template('Checkout', 'checkout', [], {
        around: { header: 'plain', footer: 'plain' },
        areas: {
          main: [
            section('checkout-title', 'page-title'),
            section('checkout-buyer', 'buyer'),
            section('checkout-address', 'delivery-address'),
            section('checkout-delivery', 'delivery-choice'),
            section('checkout-payment', 'payment-choice'),
          ],
          beside: [section('checkout-recap', 'your-order'), section('checkout-order', 'order-button')],
        },
      }),
    ],
    [
      keys.template('sign-in'),
      template('Sign in', 'sign-in', [
        section('sign-in-title', 'page-title', {}, { width: 'reading' }),
        section(
          'sign-in-form',
          'sign-in-form',
          { text: '<p>For those who sell our kites: we send a link to your email address. You need no password.</p>' },
          { width: 'reading' },
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
            lead: 'There is nothing here any more. These are still with us.',
          },
          { space: 'large' },
        ),
        section('n-find', 'search-box', {}, { space: 'small' }),
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
              text: '<h2>If it breaks</h2><p>Send it to the workshop with a line about what happened. Most repairs cost nothing but the stamp.</p>',
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
        place: 'open-place:beside-buying',
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
      keys.addition('line-picture'),
      {
        format: FORMAT,
        type: 'addition',
        name: 'Picture over line and reels',
        place: 'above',
        target: { page: 'collection:C-3' },
        areas: {
          main: [
            section(
              'line-poster',
              'poster',
              {
                title: 'What holds it up there',
                text: 'Line is half the kite. Buy it once, and rinse it when it has been in the sea.',
                picture: picture('workshop.png', ''),
                side: 'end',
              },
              { width: 'edge', space: 'none' },
            ),
          ],
        },
      },
    ],
    [
      keys.addition('ripple-picture'),
      {
        format: FORMAT,
        type: 'addition',
        name: 'Where the Ripple flies best',
        place: 'after:p-buy',
        target: { page: 'product:K-004' },
        areas: {
          main: [
            section(
              'ripple-dunes',
              'picture',
              {
                picture: picture('dunes.png', 'A foil over the north sands'),
                cut: 'landscape',
                caption: 'On the north sands, in anything above three Beaufort.',
              },
              { space: 'small' },
            ),
          ],
        },
      },
    ],
    [
      keys.addition('find-the-door'),
      {
        format: FORMAT,
        type: 'addition',
        name: 'How to find the blue door',
        place: 'below',
        target: { page: 'content:contact' },
        areas: {
          main: [
            section(
              'door-ways',
              'own-html',
              {
                html: '<details open><summary>On foot from the station</summary><p>Down Rope Walk to the water, then left along the quay. Seven minutes, less with the wind behind you.</p></details><details><summary>By boat</summary><p>Tie up at the third ring. Low water is <abbr title="one hour after the time for Ternhythe">an hour after the table</abbr>.</p></details>',
              },
              { width: 'reading' },
            ),
          ],
        },
      },
    ],
    ...windrowContent(picture),
    ...windrowReading(picture),
    [
      keys.template('content'),
      template('Content', 'content', [
        section('t-title', 'page-title', {}, { width: 'reading', tone: 'soft' }),
        section('t-lead', 'part-of-text', { size: 'large' }, { width: 'reading', tone: 'soft' }),
        section('t-rest', 'part-of-text', { part: 'rest' }, { width: 'reading', space: 'large' }),
      ]),
    ],
    [
      keys.assignments('collection'),
      {
        format: FORMAT,
        type: 'assignments',
        pageKind: 'collection',
        standard: 'collection',
        pages: { 'collection:C-2': 'filtered-collection', 'collection:C-3': 'reduced-collection' },
      },
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
