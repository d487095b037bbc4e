/** Made-up products, as many as are wanted, to measure with: `npm run grow`. */
import { inTransaction, type Database } from '../records/database.js';
import { findStore } from '../records/stores.js';
import { applyCatalogue } from './apply.js';
import type { WantedProduct } from './products.js';

/** How many are written in one transaction. */
const AT_ONCE = 2_000;

export interface Growing {
  /** The slug of the store. */
  readonly store: string;
  readonly count: number;
  /** What their codes begin with; `MADE` if absent. */
  readonly prefix?: string;
  /** How many variants each has. */
  readonly variants?: number;
  /** The codes of brands, one for each in turn. */
  readonly brands?: readonly string[];
  /** Told after each transaction how many there are. */
  readonly onProgress?: (done: number) => void;
}

const COLOURS = ['Red', 'Blue', 'Moss', 'Sand', 'Ink', 'Plum', 'Teal', 'Rust'];
const THINGS = ['Kite', 'Reel', 'Line', 'Tail', 'Glider', 'Drogue', 'Spar', 'Bag', 'Winder', 'Kit'];
const MADE_OF = ['ripstop', 'paper', 'bamboo', 'carbon', 'cotton', 'silk', 'ash'];

/** The same products each time, with prices, words and dates spread. Those that are there are left as they are. */
export async function growCatalogue(
  db: Database,
  { store: slug, count, prefix = 'MADE', variants = 2, brands = [], onProgress }: Growing,
): Promise<void> {
  const store = await findStore(db, slug);
  if (!store) throw new Error(`There is no store “${slug}”.`);
  for (let from = 1; from <= count; from += AT_ONCE) {
    const some = Array.from({ length: Math.min(AT_ONCE, count + 1 - from) }, (_, i) =>
      madeUp(from + i, prefix, variants, brands),
    );
    await inTransaction(db, (trx) =>
      applyCatalogue(trx, store, { products: some }, { accountId: null, now: new Date(0), audited: null }),
    );
    onProgress?.(Math.min(count, from + AT_ONCE - 1));
  }
}

function madeUp(n: number, prefix: string, variants: number, brands: readonly string[]): WantedProduct {
  const code = `${prefix}-${n}`;
  const [colour, thing, material] = [n % COLOURS.length, n % THINGS.length, n % MADE_OF.length];
  const price = 1_000 + ((n * 37) % 9_000);
  return {
    code,
    is: 'either',
    slug: code.toLowerCase(),
    change: {
      title: `${COLOURS[colour] ?? ''} ${MADE_OF[material] ?? ''} ${(THINGS[thing] ?? '').toLowerCase()} ${String(n).padStart(6, '0')}`,
      brand: brands[n % brands.length] ?? null,
      category: THINGS[thing] ?? '',
      keywords: [MADE_OF[material] ?? ''],
      summary: `Made to be counted, number ${n}.`,
      added: new Date(Date.UTC(2020, 0, 1) + n * 60_000).toISOString(),
      variants: Array.from({ length: variants }, (_, i) => ({
        code: `${code}-${i + 1}`,
        options: optionsOf(variants === 1 ? undefined : COLOURS[(colour + i) % COLOURS.length]),
        price: price + i * 100,
        wasPrice: n % 10 === 0 ? price + 500 : null,
        stock: n % 25 === 0 ? 0 : 5 + (n % 40),
      })),
    },
  };
}

const optionsOf = (colour: string | undefined): Readonly<Record<string, string>> =>
  colour === undefined ? {} : { Colour: colour };
