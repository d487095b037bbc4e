/** What surrounds the pages of Windrow Kites: the standard arrangements, a header for sale weekends, a plain one for the checkout. */
import {
  FORMAT,
  keys,
  type ArrangementDocument,
  type Document,
  type DocumentKey,
  type PlaceAround,
  type Section,
} from '@parlour/core/documents';
import type { PictureValue } from '@parlour/core/fields';
import { entryOf, section, to } from './make.js';

const around = (
  region: PlaceAround,
  main: readonly Section[],
  name = 'Standard',
  code?: string,
): [DocumentKey, ArrangementDocument] => [
  keys.arrangement(region, code),
  { format: FORMAT, type: 'arrangement', name, region, areas: { main } },
];

const NONE = { space: 'none' } as const;
const STRONG = { tone: 'strong', space: 'none' } as const;

/** @param logo the drawing of the workshop's mark */
export function windrowAround(logo: PictureValue): readonly (readonly [DocumentKey, Document])[] {
  const mark = (id: string): Section => section(id, 'logo', { logo, height: 56, name: true }, NONE);
  const markAndFind = (id: string): Section[] => [
    section(
      `${id}-row`,
      'columns',
      { widths: 'fit', count: '3' },
      { space: 'small' },
      {
        one: [mark(`${id}-mark`)],
        two: [section(`${id}-find`, 'search-box', { phone: 'sign' }, { ...NONE, align: 'end' })],
        three: [section(`${id}-cart`, 'cart-link', {}, NONE)],
      },
    ),
    section(`${id}-menu`, 'menu-bar', { inside: 'panel' }, { space: 'small' }),
  ];
  const smallPrint = (id: string): Section =>
    section(
      id,
      'small-print',
      { text: '<p>Prices in euro with tax. A made-up shop that sells nothing.</p>' },
      { tone: 'strong', space: 'small' },
    );
  return [
    around('top-line', [
      {
        ...section(
          'top-notice',
          'notice',
          { text: 'Sent within two days from the quay.', several: 'first' },
          { space: 'none', tone: 'soft' },
        ),
        lists: {
          messages: [
            {
              id: 'notice-yule',
              values: {
                text: 'Order by 18 December for the holidays.',
                link: to('content:delivery'),
                from: '2026-12-01T00:00:00.000Z',
                until: '2026-12-18T12:00:00.000Z',
              },
            },
          ],
        },
      },
    ]),
    around('header', markAndFind('head')),
    around(
      'header',
      [
        ...markAndFind('sale'),
        section(
          'sale-count',
          'countdown',
          {
            title: 'Winter weekend: reels and line reduced',
            until: '2027-01-31T20:00:00.000Z',
            after: 'The winter weekend is over. The next one is in spring.',
          },
          { tone: 'vivid', space: 'small', align: 'centre' },
        ),
      ],
      'Sale weekend',
      'sale',
    ),
    around(
      'header',
      [section('plain-mark', 'logo', { logo, height: 48, name: true }, { space: 'small' })],
      'Plain',
      'plain',
    ),
    around('footer', [
      section(
        'foot-columns',
        'columns',
        { count: '4' },
        { tone: 'strong', space: 'medium' },
        {
          one: [section('foot-reach', 'contact-details', { title: 'The workshop' }, STRONG)],
          two: [
            section(
              'foot-hours',
              'opening-hours',
              { title: 'Open', closed: false, note: 'Other days by arrangement.' },
              STRONG,
            ),
          ],
          three: [section('foot-links', 'link-list', { title: 'Good to know', menu: 'help' }, STRONG)],
          four: [
            section(
              'foot-news',
              'news-sign-up',
              {
                text: 'A letter when the wind turns, four times a year.',
                small: '<p>We use it for the letter alone, and you can leave at any time.</p>',
              },
              STRONG,
            ),
          ],
        },
      ),
      section('foot-divider', 'divider', { shown: 'ornament' }, { tone: 'strong', space: 'none', align: 'centre' }),
      section(
        'foot-last',
        'columns',
        { widths: 'fit' },
        { tone: 'strong', space: 'small' },
        {
          one: [section('foot-marks', 'payment-logos', { title: 'Pay by', collection: true }, STRONG)],
          two: [
            {
              ...section('foot-find', 'elsewhere-online', {}, STRONG),
              lists: {
                places: [
                  entryOf('place-sky', {
                    label: 'Kites in the sky',
                    link: { url: 'https://pictures.example/windrow', window: 'new' },
                    sign: 'pictures',
                  }),
                  entryOf('place-film', {
                    label: 'How to fly',
                    link: { url: 'https://films.example/windrow', window: 'new' },
                    sign: 'film',
                  }),
                ],
              },
            },
          ],
        },
      ),
      smallPrint('foot-legal'),
    ]),
    around('footer', [smallPrint('plain-legal')], 'Plain', 'plain'),
    around(
      'side',
      [
        section('side-collections', 'directory', { title: 'Kites by collection', folded: true }, { space: 'small' }),
        section(
          'side-brands',
          'directory',
          { title: 'By maker', of: 'brands', folded: true, open: false },
          { space: 'small' },
        ),
      ],
      'Shelves',
      'shelves',
    ),
  ];
}
