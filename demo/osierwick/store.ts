/** Osierwick, a made-up candle and basket maker: a second, small store that proves that stores are apart. */
import { starterDesign } from '@parlour/core/design';
import { FORMAT, keys, type WholeState, stateOf } from '@parlour/core/documents';
import { starterSection } from '@parlour/core/starters';
import type { DemoProduct, DemoStore } from '../store.js';
import { toPng } from '../windrow/pictures.js';
import { basketPicture, candlePicture, tablePicture } from './pictures.js';
import { sure } from '@parlour/core';

const goods: readonly (readonly [
  code: string,
  title: string,
  titleNote: string,
  price: number,
  category: string,
  drawing: string,
])[] = [
  [
    'O-01',
    'Hearth candle',
    'Burns for two evenings and smells of nothing but warm wax.',
    2400,
    'candle',
    candlePicture('#e9dcb7', 420, 0),
  ],
  ['O-02', 'Tall candle', 'For a table that is used until late.', 3200, 'candle', candlePicture('#c96f4a', 560, 1)],
  [
    'O-03',
    'Stub',
    'What is left when a long one is cut; it burns as well.',
    900,
    'candle',
    candlePicture('#8fa58a', 230, 2),
  ],
  [
    'O-04',
    'Market basket',
    'Carries six apples and a cabbage, or a sleeping cat.',
    8800,
    'basket',
    basketPicture('#c79a5b', '#8d4f3a', 620, 3),
  ],
  [
    'O-05',
    'Bread basket',
    'Low, wide, and easy to shake out.',
    5200,
    'basket',
    basketPicture('#d9b676', '#5f7a6b', 700, 0),
  ],
  [
    'O-06',
    'Reed basket',
    'Light enough to hang on a nail.',
    4100,
    'basket',
    basketPicture('#b98b52', '#3f5a73', 480, 2),
  ],
];

/** What is said in German; one is still to be translated. */
const GERMAN: Readonly<Record<string, readonly [title: string, summary: string]>> = {
  'O-01': ['Herdkerze', 'Brennt zwei Abende lang und riecht nach nichts als warmem Wachs.'],
  'O-02': ['Hohe Kerze', 'Für einen Tisch, an dem man lange sitzt.'],
  'O-03': ['Stumpen', 'Was bleibt, wenn eine lange gekürzt wird; er brennt genauso gut.'],
  'O-04': ['Marktkorb', 'Trägt sechs Äpfel und einen Kohl, oder eine schlafende Katze.'],
  'O-05': ['Brotkorb', 'Flach, breit und leicht auszuschütteln.'],
};
const inGerman = (code: string): Pick<DemoProduct, 'texts'> => {
  const [title, summary] = GERMAN[code] ?? [];
  if (title === undefined || summary === undefined) return {};
  const description = `<p>${summary} Gemacht im Schuppen hinter dem Haus, in Stroh verpackt.</p>`;
  return { texts: { de: { title, summary, description } } };
};

const products: readonly DemoProduct[] = goods.map(([code, title, summary, price, category]) => ({
  code,
  slug: title.toLowerCase().replaceAll(' ', '-'),
  title,
  brand: 'Osierwick',
  category,
  keywords: [],
  attributes: {},
  summary,
  description: `<p>${summary} Made in the shed behind the house, packed in straw.</p>`,
  options: [],
  variants: [{ code: `${code}-1`, options: {}, price, wasPrice: null, stock: 8 }],
  pictures: [{ file: `${code}.png`, alt: `${title} on a wooden table` }],
  added: '2026-05-04T09:00:00Z',
  ...inGerman(code),
}));

export async function osierwick(): Promise<DemoStore> {
  return {
    slug: 'osierwick',
    owner: { email: 'owner@osierwick.example', name: 'Ingrith Sallow' },
    name: 'Osierwick',
    currency: 'JPY',
    locale: 'en',
    languages: ['de'],
    timeZone: 'Asia/Tokyo',
    country: 'JP',
    details: {
      street: '3-12 Hamabe',
      postcode: '000-4021',
      city: 'Kusabue',
      email: 'post@osierwick.example',
      friday: '11:00–18:00',
      saturday: '11:00–18:00',
      sunday: '11:00–16:00',
    },
    delivery: [
      { code: 'post', name: 'Air mail', names: { de: 'Luftpost' }, prices: { JP: 600, DE: 2200, GB: 2200 } },
      {
        code: 'slow-boat',
        name: 'By ship, four weeks',
        names: { de: 'Per Schiff, vier Wochen' },
        prices: { DE: 1100, GB: 1100, IE: 1300 },
      },
    ],
    pictures: [
      { name: 'table.png', bytes: await toPng(tablePicture()) },
      ...(await Promise.all(
        goods.map(async ([code, , , , , drawing]) => ({ name: `${code}.png`, bytes: await toPng(drawing) })),
      )),
    ],
    products,
    brands: [
      {
        code: 'osierwick',
        slug: 'osierwick',
        title: 'Osierwick',
        description: 'Wax and willow, from one shed behind one house.',
        texts: { de: { description: 'Wachs und Weide, aus einem Schuppen hinter einem Haus.' } },
      },
    ],
    collections: [
      {
        code: 'candles',
        slug: 'candles',
        title: 'Candles',
        description: 'Poured on still days.',
        texts: { de: { title: 'Kerzen', description: 'An windstillen Tagen gegossen.' } },
        products: ['O-01', 'O-02', 'O-03'],
      },
      {
        code: 'baskets',
        slug: 'baskets',
        title: 'Baskets',
        description: 'Cut in winter, woven in spring.',
        texts: { de: { title: 'Körbe', description: 'Im Winter geschnitten, im Frühjahr geflochten.' } },
        products: ['O-04', 'O-05', 'O-06'],
      },
    ],
    design,
  };
}

/** The design every store starts with, with a look and words of its own, and a second language. */
function design(hashOf: (file: string) => string): WholeState {
  const start = starterDesign('Osierwick', 'brasslamp');
  const documents = new Map(start);
  const values = {
    backgroundColour: '#fffdf8',
    strongColour: '#3b2f2a',
    accentColour: '#8d4f3a',
    softColour: '#f1e9dc',
    cardSummary: 'shown',
    cardAction: 'button',
    cardActionPlace: 'full',
  };
  documents.set(keys.look, { ...sure(start.get(keys.look)), values });
  const home = sure(start.get(keys.template('home')));
  const words = {
    title: 'Light, and something to carry it in',
    'title@de': 'Licht, und etwas, worin man es trägt',
    text: 'Candles and baskets from one shed and four hands.',
    'text@de': 'Kerzen und Körbe aus einem Schuppen und vier Händen.',
    level: 'h1',
    picture: { picture: hashOf('table.png'), alt: 'Three lit candles and a basket on a table by the window' },
  };
  documents.set(keys.template('home'), {
    ...home,
    areas: {
      ...home.areas,
      main: [
        starterSection('home-poster', 'poster', words, { width: 'edge', space: 'none', tone: 'soft' }),
        starterSection(
          'home-all',
          'product-row',
          {
            title: 'All there is',
            'title@de': 'Alles, was es gibt',
            source: { from: 'newest' },
            limit: 6,
            across: '3',
          },
          { space: 'large' },
        ),
      ],
    },
  });
  documents.set(keys.menu('header-links'), {
    format: FORMAT,
    type: 'menu',
    name: 'Header links',
    lists: {
      entries: [
        { id: 'm-candles', values: { label: 'Candles', 'label@de': 'Kerzen', link: { to: 'collection:candles' } } },
        { id: 'm-baskets', values: { label: 'Baskets', 'label@de': 'Körbe', link: { to: 'collection:baskets' } } },
        { id: 'm-about', values: { label: 'About us', 'label@de': 'Über uns', link: { to: 'content:about' } } },
        { id: 'm-contact', values: { label: 'Contact us', 'label@de': 'Kontakt', link: { to: 'content:contact' } } },
      ],
    },
  });
  return stateOf(documents);
}
