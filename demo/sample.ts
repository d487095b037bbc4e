/** A sample catalogue: what a store without products can be tried with. */
import type { DemoStore } from './store.js';
import { firstGoods } from './windrow/catalogue/index.js';
import { windrowKites } from './windrow/store.js';

/** Made-up goods with their pictures; prices are in a currency of two decimals. */
export async function sampleCatalogue(): Promise<
  Pick<DemoStore, 'brands' | 'products' | 'collections' | 'reviews' | 'pictures'>
> {
  const { brands, products, collections, reviews, pictures } = await windrowKites(firstGoods);
  const shown = new Set(products.flatMap((product) => product.pictures.map(({ file }) => file)));
  return {
    brands,
    products,
    collections,
    ...(reviews && { reviews }),
    pictures: pictures.filter(({ name }) => shown.has(name)),
  };
}
