/** A whole catalogue as changes: of a demo store, or the sample one. */
import { sure } from '@parlour/core';
import type { DemoStore } from '@parlour/demo';
import type { CatalogueChanges } from './apply.js';

export type WholeCatalogue = Pick<DemoStore, 'brands' | 'products' | 'collections' | 'reviews'>;

/** @param hashOf the hash of a picture of the store by its file name */
export function asChanges(
  { brands, products, collections, reviews = [] }: WholeCatalogue,
  hashOf: (file: string) => string,
): CatalogueChanges {
  const brandCodes = new Map(brands.map(({ title, code }) => [title, code]));
  return {
    brands: brands.map(({ code, slug, ...change }) => ({ code, is: 'new', slug, change })),
    products: products.map(({ code, slug, brand, pictures, ...change }) => ({
      code,
      is: 'new',
      slug,
      change: {
        ...change,
        brand: sure(brandCodes.get(brand)),
        pictures: pictures.map(({ file, alt }) => ({ hash: hashOf(file), alt })),
      },
    })),
    collections: collections.map(({ code, slug, products: members, picture, ...change }) => ({
      code,
      is: 'new',
      slug,
      change: { ...change, members, ...(picture && { picture: { hash: hashOf(picture.file), alt: picture.alt } }) },
    })),
    reviews: reviews.map(({ code, ...change }) => ({ code, is: 'new', change })),
  };
}
