/**
 * What previews show of a store that sells nothing yet: made-up products and collections, so that every page of a new
 * design can be looked at. Shoppers never see any of it.
 */
import { keys, pathOf, patternsOf } from '@parlour/core/documents';
import type {
  CollectionCard,
  CollectionsNeed,
  ListingNeed,
  Need,
  PageData,
  ProductCard,
  ProductsNeed,
} from '@parlour/core/kinds';
import { STAND_IN } from '@parlour/core/pages';
import type { SubjectRows } from '../records/catalogue.js';
import { hasProducts } from '../records/subjects.js';
import type { Site } from './context.js';

/** In minor units: as many as look like a price in any currency. */
const PRICE = 2_400;
const BRAND = 'Example brand';
const variant = (colour: string) => ({
  code: colour.toLowerCase(),
  options: { Colour: colour },
  price: PRICE,
  wasPrice: null,
  stock: 5,
});

export const STAND_INS: SubjectRows = {
  product: {
    code: STAND_IN,
    slug: STAND_IN,
    title: 'Example product',
    brand: BRAND,
    brandCode: null,
    category: '',
    keywords: [],
    attributes: {},
    collections: [],
    status: 'for-sale',
    visibleFrom: null,
    visibleUntil: null,
    visibleSince: '2026-01-01',
    summary: 'What it is, in one sentence.',
    description:
      '<p>What it is made of, how large it is, and what it is good for: a few lines that help to choose.</p>',
    options: [{ name: 'Colour', values: ['Red', 'Blue'] }],
    variants: ['Red', 'Blue'].map(variant),
    pictures: [],
  },
  collection: {
    code: STAND_IN,
    slug: STAND_IN,
    title: 'Example collection',
    description: 'What is in it, in one sentence.',
    parents: [],
  },
  brand: { code: STAND_IN, slug: STAND_IN, title: BRAND, description: 'Who makes it, in one sentence.' },
};

/** How many products there seem to be, and collections. */
const SEEMING = { products: 60, collections: 6 };

/** Puts made-up things where a preview of a store that sells nothing has none. */
export async function addStandIns(
  site: Pick<Site, 'db' | 'store' | 'state' | 'mode'>,
  needs: readonly Need[],
  data: PageData,
): Promise<void> {
  if (site.mode === 'live') return;
  const goods = needs.filter(isOfGoods);
  const isEmpty = goods.length > 0 && goods.every((need) => isMissing(need, data));
  if (!isEmpty || (await hasProducts(site.db, site.store.id))) return;
  const patterns = patternsOf(site.state.get(keys.paths));
  const many = <T>(count: number, one: (number: number) => T): T[] =>
    Array.from({ length: count }, (_, i) => one(i + 1));
  const product = (number: number): ProductCard => ({
    code: STAND_IN,
    path: pathOf(patterns, 'product', STAND_IN),
    title: `Example product ${number}`,
    brand: BRAND,
    price: PRICE + 100 * (number % 7),
    wasPrice: number % 5 === 0 ? PRICE + 1_000 : null,
    varies: false,
    available: true,
    picture: null,
  });
  const collection = (number: number): CollectionCard => ({
    code: STAND_IN,
    path: pathOf(patterns, 'collection', STAND_IN),
    title: `Example collection ${number}`,
    description: STAND_INS.collection.description,
    picture: null,
  });
  for (const need of goods) {
    if (need.type === 'products') data.set(need, many(need.limit, product));
    if (need.type === 'listing')
      data.set(need, {
        cards: many(Math.min(need.size, SEEMING.products), product),
        total: SEEMING.products,
        counts: null,
      });
    if (need.type === 'collections') data.set(need, many(Math.min(need.limit, SEEMING.collections), collection));
  }
}

type GoodsNeed = ProductsNeed | ListingNeed | CollectionsNeed;

/** Whether products or collections are asked for. Words that are looked for find what there is. */
const isOfGoods = (need: Need): need is GoodsNeed =>
  need.type === 'collections' ||
  ((need.type === 'products' || need.type === 'listing') && need.source.from !== 'found');

const isMissing = (need: GoodsNeed, data: PageData): boolean =>
  (need.type === 'listing' ? data.get(need)?.total : data.get(need)?.length) === 0;
