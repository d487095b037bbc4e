/** A sample catalogue for a store without products, so that its pages can be tried; added and removed whole. */
import { Problem, sure } from '@parlour/core';
import { decimalsOf } from '@parlour/core/money';
import { sampleCatalogue } from '@parlour/demo';
import { subjectsChanged } from '../assigning/catalogue.js';
import { hashOfFile, makePictures } from '../media/renditions.js';
import { audit } from '../records/audit.js';
import { touch } from '../records/changes.js';
import { inTransaction, type Database, type Records } from '../records/database.js';
import { lockStore } from '../records/designs.js';
import { addPicture, copyPicture, knownPictures } from '../records/pictures.js';
import { countProducts, deleteSample, type SampleCodes } from '../records/sample.js';
import type { Store } from '../records/stores.js';
import { tags } from '../records/tags.js';
import { fillCatalogue, type Catalogue } from './fill.js';

/** @throws Problem `already-there` if the store sells something */
export async function addSample(db: Database, store: Store, accountId: number): Promise<void> {
  await mustBeEmpty(db, store.id);
  const { pictures, ...catalogue } = await sampleCatalogue();
  const hashes = new Map(pictures.map(({ name, bytes }) => [name, hashOfFile(bytes)]));
  const there = await knownPictures(db, store.id, [...hashes.values()]);
  // Slow, so before the transaction. Those of a sample that was removed are there still, others may be at another store.
  const missing: (typeof pictures)[number][] = [];
  for (const picture of pictures) {
    const hash = sure(hashes.get(picture.name));
    if (!there.has(hash) && !(await copyPicture(db, store.id, hash, picture.name))) missing.push(picture);
  }
  const made = await makePictures(missing);
  await inTransaction(db, async (trx) => {
    await lockStore(trx, store.id);
    await mustBeEmpty(trx, store.id);
    for (const one of made) await addPicture(trx, store.id, one);
    await fillCatalogue(trx, inCurrency(catalogue, store.currency), {
      storeId: store.id,
      sample: true,
      hashOf: (file) => sure(hashes.get(file)),
    });
    await changed(trx, store.id, {
      product: catalogue.products.map(({ code }) => code),
      collection: catalogue.collections.map(({ code }) => code),
      brand: catalogue.brands.map(({ code }) => code),
    });
    await audit(trx, { storeId: store.id, accountId, action: 'sample.add', target: store.slug });
  });
}

/**
 * Removes the sample catalogue. Its pictures stay in the library, since pages may show them by now.
 * @throws Problem `no-such-thing` if there is none
 */
export const removeSample = (db: Database, { id: storeId, slug }: Store, accountId: number): Promise<void> =>
  inTransaction(db, async (trx) => {
    await lockStore(trx, storeId);
    const gone = await deleteSample(trx, storeId);
    if (gone.product.length === 0)
      throw new Problem('no-such-thing', 'There is no sample catalogue in this store.', {
        remedy: 'Nothing has to be done.',
      });
    await changed(trx, storeId, gone);
    await audit(trx, { storeId, accountId, action: 'sample.remove', target: slug });
  });

async function mustBeEmpty(db: Records, storeId: number): Promise<void> {
  if ((await countProducts(db, storeId)).products > 0)
    throw new Problem('already-there', 'This store has products already.', {
      remedy: 'A sample catalogue goes only into a store without products.',
    });
}

async function changed(trx: Records, storeId: number, codes: SampleCodes): Promise<void> {
  touch(trx, storeId, [tags.catalogue]);
  for (const kind of ['product', 'collection', 'brand'] as const)
    await subjectsChanged(trx, storeId, kind, codes[kind]);
}

/** Its prices are in a currency of two decimals; they look as natural in one of none, and are ten times as many in one of three. */
function inCurrency(catalogue: Catalogue, currency: string): Catalogue {
  const times = decimalsOf(currency) === 3 ? 10 : 1;
  return {
    ...catalogue,
    products: catalogue.products.map((product) => ({
      ...product,
      variants: product.variants.map((variant) => ({
        ...variant,
        price: variant.price * times,
        wasPrice: variant.wasPrice === null ? null : variant.wasPrice * times,
      })),
    })),
  };
}
