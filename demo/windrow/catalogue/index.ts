/** The catalogue of Windrow Kites: a dozen products, and all of them. */
import type { DemoStore } from '../../store.js';
import { brands } from './brands.js';
import { FIRST_COLLECTIONS, MORE_COLLECTIONS } from './collections.js';
import { FIRST_PRODUCTS } from './first-products.js';
import { MORE_PRODUCTS } from './more-products.js';
import { drawings, productOf, type Draft } from './product.js';
import { reviews } from './reviews.js';

/** A catalogue, and what is drawn of its products. */
export interface Goods extends Pick<DemoStore, 'products' | 'brands' | 'collections' | 'reviews'> {
  readonly drawings: ReturnType<typeof drawings>;
}

const goodsOf = (drafts: readonly Draft[], collections: Goods['collections']): Goods => ({
  products: drafts.map(productOf),
  brands,
  collections,
  reviews: reviews.filter(({ product }) => drafts.some(({ code }) => code === product)),
  drawings: drawings(drafts),
});

/** Twelve products in three collections: the sample catalogue of any store, and what tests know one by one. */
export const firstGoods: Goods = goodsOf(FIRST_PRODUCTS, FIRST_COLLECTIONS);

/** The categories of the further products that come into the first collections. */
const MORE_OF: Readonly<Record<string, readonly string[]>> = {
  'C-1': ['single-line', 'kit'],
  'C-2': ['sport', 'indoor'],
  'C-3': ['line'],
};

/** Thirty-six products in seven collections. */
export const allGoods: Goods = goodsOf(
  [...FIRST_PRODUCTS, ...MORE_PRODUCTS],
  [...FIRST_COLLECTIONS.map(withMore), ...MORE_COLLECTIONS],
);

/** What comes into the first collections of the further products, by category. */
function withMore(collection: Goods['collections'][number]): Goods['collections'][number] {
  const categories = MORE_OF[collection.code] ?? [];
  const more = MORE_PRODUCTS.filter(({ category }) => categories.includes(category)).map(({ code }) => code);
  return { ...collection, products: [...collection.products, ...more] };
}
