/** The catalogue of Windrow Kites, first part. */
import type { DemoBrand, DemoCollection, DemoProduct, DemoVariant } from '../store.js';
import type { Palette, Shape } from './goods.js';

interface Draft {
  readonly code: string;
  readonly title: string;
  readonly brand: string;
  readonly summary: string;
  readonly text: string;
  readonly shape: Shape;
  readonly palette: Palette;
  /** What the picture shows. */
  readonly alt: string;
  readonly added: string;
  /** Option name -> values. */
  readonly options: Readonly<Record<string, readonly string[]>>;
  /** Minor units; a function of the chosen options where they cost differently. */
  readonly price: number | ((options: Readonly<Record<string, string>>) => number);
  readonly wasPrice?: number;
  readonly stock?: number;
}

const DRAFTS: readonly Draft[] = [
  {
    code: 'K-001',
    title: 'Skerry Diamond',
    brand: 'Skerry Lines',
    shape: 'diamond',
    palette: ['vermilion', 'marigold', 'teal'],
    added: '2026-03-02',
    stock: 24,
    summary: 'The kite everyone draws: flies from a whisper of wind and comes with its bowed tail.',
    text: '<p>Ripstop sail, ash spine, and a tail of eight bows that steadies it from 2 to 5 Beaufort. Assembled in a minute, forgiven in seconds when it lands in the marram.</p><p>Comes with 40 m of line on a wooden winder.</p>',
    alt: 'A diamond kite in red, yellow and teal over dunes',
    options: { Colour: ['Vermilion', 'Sea green', 'Plum'] },
    price: 2900,
  },
  {
    code: 'K-002',
    title: 'Lantern Box',
    brand: 'Oxbow & Reed',
    shape: 'box',
    palette: ['marigold', 'vermilion', 'cream'],
    added: '2026-04-11',
    stock: 9,
    summary: 'A box kite that stands like a lamp over the harbour and asks for nothing but a steady breeze.',
    text: '<p>Four spars, two cells, no tail. Climbs steeply and stays there. Packs into a tube as long as your forearm.</p>',
    alt: 'A yellow and red box kite high in the air',
    options: {},
    price: 5400,
  },
  {
    code: 'K-003',
    title: 'Gannet Delta',
    brand: 'Skerry Lines',
    shape: 'delta',
    palette: ['teal', 'cream', 'vermilion'],
    added: '2026-05-20',
    stock: 14,
    summary: 'A wide delta that lifts early and soars late. Our most-lent kite on the beach.',
    text: '<p>The Gannet finds lift where others find excuses. Three sizes, from a rucksack kite to one that wants two hands.</p>',
    alt: 'A broad teal delta kite against a pale sky',
    options: { Span: ['1.8 m', '2.4 m', '3.2 m'], Colour: ['Teal', 'Marigold'] },
    price: ({ Span }) => (Span === '1.8 m' ? 4200 : Span === '2.4 m' ? 5900 : 8900),
  },
  {
    code: 'K-004',
    title: 'Ripple 150',
    brand: 'Halyard Works',
    shape: 'sport',
    palette: ['plum', 'rose', 'marigold'],
    added: '2026-06-08',
    stock: 11,
    summary: 'A two-line sport kite for first loops: quick to answer, slow to punish.',
    text: '<p>Fibreglass frame, reinforced nose, and bridles that are set so that you cannot get them wrong. With lines, straps and a page of first figures.</p>',
    alt: 'A plum and rose sport kite turning in the wind',
    options: { Colour: ['Plum', 'Harbour blue'] },
    price: 7900,
  },
  {
    code: 'K-005',
    title: 'Longshore Pro',
    brand: 'Halyard Works',
    shape: 'sport',
    palette: ['navy', 'vermilion', 'cream'],
    added: '2026-02-14',
    stock: 6,
    summary: 'Carbon frame, long wings, a silence before every turn.',
    text: '<p>For those who have flown the Ripple to its end. Tracks straight as a keel and stops where you stop it.</p>',
    alt: 'A navy sport kite with red panels',
    options: { Wind: ['Light', 'Standard', 'Vented'] },
    price: 18900,
    wasPrice: 22900,
  },
  {
    code: 'K-006',
    title: 'Duskmoth',
    brand: 'Featherby',
    shape: 'glider',
    palette: ['plum', 'slate', 'cream'],
    added: '2026-07-01',
    stock: 17,
    summary: 'An indoor glider of 19 grams. It flies on your own steps and lands on a finger.',
    text: '<p>No wind at all: a hall, a stairwell or a quiet kitchen will do. Walk, and it follows.</p>',
    alt: 'A plum glider with slender wings',
    options: {},
    price: 6400,
  },
  {
    code: 'K-007',
    title: 'Paperwing',
    brand: 'Featherby',
    shape: 'glider',
    palette: ['marigold', 'cream', 'teal'],
    added: '2026-08-19',
    stock: 30,
    summary: 'The small sister of the Duskmoth, in three colours, for the first hundred landings.',
    text: '<p>Repaired with household tape. Nobody has broken one twice in the same place.</p>',
    alt: 'A yellow and cream indoor glider',
    options: { Colour: ['Marigold', 'Teal', 'Rose'] },
    price: 2400,
    wasPrice: 2900,
  },
  {
    code: 'K-008',
    title: 'Harbour Foil',
    brand: 'Oxbow & Reed',
    shape: 'foil',
    palette: ['vermilion', 'cream', 'teal'],
    added: '2026-01-30',
    stock: 0,
    summary: 'A soft kite without a single stick: eight cells that fill themselves and pull like a friendly dog.',
    text: '<p>Stuff it into its own pocket, forget it in the boat, take it out in a blow. The next batch is being sewn.</p>',
    alt: 'A red, cream and teal foil kite in a wide arc',
    options: { Area: ['1.2 m²', '2.0 m²'] },
    price: ({ Area }) => (Area === '1.2 m²' ? 6900 : 9800),
  },
  {
    code: 'K-009',
    title: 'Capstan reel',
    brand: 'Halyard Works',
    shape: 'reel',
    palette: ['teal', 'marigold', 'vermilion'],
    added: '2026-03-28',
    stock: 40,
    summary: 'Takes in a hundred metres while you are still talking.',
    text: '<p>Beech rim, brass axle, a brake that you feel rather than see.</p>',
    alt: 'A round kite reel wound with coloured line on a bench',
    options: {},
    price: 3400,
  },
  {
    code: 'K-010',
    title: 'Braided line, 50 m',
    brand: 'Skerry Lines',
    shape: 'line',
    palette: ['cream', 'slate', 'plum'],
    added: '2026-03-29',
    stock: 80,
    summary: 'Hardly stretches, hardly tangles, and sings only a little.',
    text: '<p>Choose the breaking load by the kite: 25 kg for diamonds, 50 kg for deltas up to 2.4 m, 90 kg for foils and long spans.</p>',
    alt: 'A spool of pale braided line',
    options: { 'Breaking load': ['25 kg', '50 kg', '90 kg'] },
    price: (chosen) => (chosen['Breaking load'] === '25 kg' ? 900 : chosen['Breaking load'] === '50 kg' ? 1200 : 1700),
  },
  {
    code: 'K-011',
    title: 'Ribbon tail, 6 m',
    brand: 'Oxbow & Reed',
    shape: 'tail',
    palette: ['rose', 'marigold', 'teal'],
    added: '2026-09-05',
    stock: 55,
    summary: 'Five ribbons that write what the wind is thinking.',
    text: '<p>Clips to any kite of ours. Steadies it, and makes people on the quay look up.</p>',
    alt: 'A bundle of coloured ribbons on a bench',
    options: { Colour: ['Sunrise', 'Reef', 'Dusk'] },
    price: 1500,
  },
  {
    code: 'K-012',
    title: 'First Kite kit',
    brand: 'Windrow',
    shape: 'kit',
    palette: ['vermilion', 'cream', 'teal'],
    added: '2026-10-12',
    stock: 22,
    summary: 'Everything for one afternoon and one kite: cloth, spars, line, and a drawing that makes sense.',
    text: '<p>We cut the parts in the workshop at Ternhythe; you do the rest at the kitchen table. From about seven years, with somebody who may hold the scissors.</p>',
    alt: 'An open box with a small kite and spars',
    options: {},
    price: 3200,
  },
];

/** Every combination of option values, first option slowest. */
const combinations = (options: Draft['options']): Record<string, string>[] =>
  Object.entries(options).reduce<Record<string, string>[]>(
    (all, [name, values]) => all.flatMap((one) => values.map((value) => ({ ...one, [name]: value }))),
    [{}],
  );

function variantsOf({ code, options, price, wasPrice, stock = 10 }: Draft): DemoVariant[] {
  return combinations(options).map((chosen, i, all) => ({
    code: `${code}-${i + 1}`,
    options: chosen,
    price: typeof price === 'number' ? price : price(chosen),
    wasPrice: wasPrice ?? null,
    // The last of several is the one that runs out first.
    stock: all.length > 2 && i === all.length - 1 ? Math.min(stock, 1) : stock,
  }));
}

export const drawings = DRAFTS.map(({ code, shape, palette }, i) => ({ code, shape, palette, seed: i + 1 }));

/** Category, keywords and what wind and hands each is for. */
const TRAITS: Readonly<
  Record<string, readonly [category: string, keywords: readonly string[], attributes: DemoProduct['attributes']]>
> = {
  'K-001': ['single-line', ['classic', 'beginner'], { wind: 'Best in 2 to 5 Beaufort', skill: 'first' }],
  'K-002': ['single-line', ['box', 'steady'], { wind: 'Best in 3 to 6 Beaufort', skill: 'some' }],
  'K-003': ['single-line', ['delta', 'beginner'], { wind: 'Best in 1 to 4 Beaufort', skill: 'first' }],
  'K-004': ['sport', ['two-line'], { wind: 'Best in 2 to 5 Beaufort', skill: 'some' }],
  'K-005': ['sport', ['two-line', 'competition'], { wind: 'Best in 2 to 6 Beaufort', skill: 'sure' }],
  'K-006': ['indoor', ['glider'], { wind: 'No wind at all', skill: 'some' }],
  'K-007': ['indoor', ['glider', 'beginner'], { wind: 'No wind at all', skill: 'first' }],
  'K-008': ['single-line', ['foil', 'strong-wind'], { wind: 'Best in 4 to 7 Beaufort', skill: 'sure' }],
  'K-009': ['line', ['reel'], {}],
  'K-010': ['line', ['braided'], { 'breaking-load': 75 }],
  'K-011': ['line', ['tail'], {}],
  'K-012': ['kit', ['beginner', 'gift'], { wind: 'Best in 2 to 4 Beaufort', skill: 'first' }],
};

export const products: readonly DemoProduct[] = DRAFTS.map((draft) => ({
  code: draft.code,
  slug: draft.title
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/-$/, ''),
  title: draft.title,
  brand: draft.brand,
  category: TRAITS[draft.code]?.[0] ?? '',
  keywords: TRAITS[draft.code]?.[1] ?? [],
  attributes: TRAITS[draft.code]?.[2] ?? {},
  summary: draft.summary,
  description: draft.text,
  options: Object.entries(draft.options).map(([name, values]) => ({ name, values })),
  variants: variantsOf(draft),
  pictures: [
    { file: `${draft.code}-a.png`, alt: draft.alt },
    { file: `${draft.code}-b.png`, alt: `${draft.title}, drawn on its own` },
    { file: `${draft.code}-c.png`, alt: `${draft.title}, close enough to see the seams` },
  ],
  added: `${draft.added}T09:00:00Z`,
}));

export const brands: readonly DemoBrand[] = [
  {
    code: 'B-1',
    slug: 'skerry-lines',
    title: 'Skerry Lines',
    description: 'Three sisters on an island with no trees: whatever they make has to fly.',
  },
  {
    code: 'B-2',
    slug: 'oxbow-and-reed',
    title: 'Oxbow & Reed',
    description: 'Boxes, winders and tails, cut by hand where the river turns.',
  },
  {
    code: 'B-3',
    slug: 'halyard-works',
    title: 'Halyard Works',
    description: 'A sail loft that found out what else its cloth can do.',
  },
  {
    code: 'B-4',
    slug: 'featherby',
    title: 'Featherby',
    description: 'Gliders that weigh less than the letter they come with.',
  },
  { code: 'B-5', slug: 'windrow', title: 'Windrow', description: 'What we make ourselves, at the long table.' },
];

export const collections: readonly DemoCollection[] = [
  {
    code: 'C-1',
    slug: 'single-line',
    title: 'Single-line kites',
    description: 'One line, one hand, and the other free for a biscuit. Kites that fly themselves while you look.',
    products: ['K-003', 'K-001', 'K-002', 'K-008', 'K-012'],
  },
  {
    code: 'C-2',
    slug: 'sport-and-indoor',
    title: 'Sport and indoor',
    description: 'Two lines for figures in the wind, none for flights across the room.',
    products: ['K-004', 'K-005', 'K-006', 'K-007'],
  },
  {
    code: 'C-3',
    slug: 'line-reels-tails',
    title: 'Line, reels and tails',
    description: 'What holds it, what winds it, what it trails behind.',
    products: ['K-009', 'K-010', 'K-011', 'K-012'],
  },
];
