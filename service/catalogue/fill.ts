/** Writes a whole catalogue into a store that has none of it: of a demo store, or the sample one. */
import type { DemoStore } from '@parlour/demo';
import { json, type Records } from '../records/database.js';
import { sure } from '@parlour/core';

export type Catalogue = Pick<DemoStore, 'brands' | 'products' | 'collections'>;

export interface Filling {
  readonly storeId: number;
  /** True for what is taken out whole again. */
  readonly sample: boolean;
  /** The hash of a picture of the store by its file name. */
  hashOf(file: string): string;
}

export async function fillCatalogue(trx: Records, { brands, products, collections }: Catalogue, filling: Filling) {
  const { storeId, sample } = filling;
  const brandIds = new Map<string, number>();
  for (const brand of brands) {
    const row = await trx
      .insertInto('brand')
      .values({ ...brand, store_id: storeId, sample })
      .returning('id')
      .executeTakeFirstOrThrow();
    brandIds.set(brand.title, row.id);
  }
  const productIds = new Map<string, number>();
  for (const product of products) productIds.set(product.code, await addProduct(trx, product, brandIds, filling));
  for (const [position, { code, slug, title, description, products: members }] of collections.entries()) {
    const collection = await trx
      .insertInto('collection')
      .values({ store_id: storeId, code, slug, title, description, position, sample })
      .returning('id')
      .executeTakeFirstOrThrow();
    await trx
      .insertInto('collection_member')
      .values(
        members.map((product, at) => ({
          collection_id: collection.id,
          product_id: sure(productIds.get(product)),
          position: at,
        })),
      )
      .execute();
  }
}

async function addProduct(
  trx: Records,
  { code, slug, title, brand, summary, description, options, added, ...product }: Catalogue['products'][number],
  brandIds: ReadonlyMap<string, number>,
  { storeId, sample, hashOf }: Filling,
): Promise<number> {
  const { id } = await trx
    .insertInto('product')
    .values({
      store_id: storeId,
      code,
      slug,
      title,
      brand_id: sure(brandIds.get(brand)),
      summary,
      description,
      options: json(options),
      created_at: added,
      category: product.category,
      keywords: [...product.keywords],
      attributes: json(product.attributes),
      visible_since: added,
      sample,
    })
    .returning('id')
    .executeTakeFirstOrThrow();
  await trx
    .insertInto('variant')
    .values(
      product.variants.map(({ wasPrice, options: chosen, ...variant }, position) => ({
        ...variant,
        was_price: wasPrice,
        options: json(chosen),
        product_id: id,
        position,
      })),
    )
    .execute();
  if (product.pictures.length)
    await trx
      .insertInto('product_picture')
      .values(
        product.pictures.map(({ file, alt }, position) => ({
          product_id: id,
          store_id: storeId,
          hash: hashOf(file),
          alt,
          position,
        })),
      )
      .execute();
  return id;
}
