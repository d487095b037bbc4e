/** A sample catalogue for a store without products, so that its pages can be tried; added and removed whole. */
import { Problem, sure } from '@parlour/core';
import { decimalsOf } from '@parlour/core/money';
import { sampleCatalogue } from '@parlour/demo';
import { hashOfFile, makePictures } from '../media/renditions.js';
import { inTransaction, type Database, type Records } from '../records/database.js';
import { lockStore } from '../records/designs.js';
import { addPicture, copyPicture, knownPictures } from '../records/pictures.js';
import { countProducts, sampleCodes } from '../records/sample.js';
import type { Store } from '../records/stores.js';
import { applyCatalogue, type CatalogueChanges } from './apply.js';
import { asChanges, type WholeCatalogue } from './whole.js';

/** @throws Problem `already-there` if the store sells something */
export async function addSample(db: Database, store: Store, accountId: number, now: Date): Promise<void> {
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
    const changes = asChanges(inCurrency(catalogue, store.currency), (file) => sure(hashes.get(file)));
    const audited = { action: 'sample.add', target: store.slug } as const;
    await applyCatalogue(trx, store, changes, { accountId, now, sample: true, audited });
  });
}

/**
 * Removes the sample catalogue. Its pictures stay in the library, since pages may show them by now.
 * @throws Problem `no-such-thing` if there is none
 */
export const removeSample = (db: Database, store: Store, accountId: number, now: Date): Promise<void> =>
  inTransaction(db, async (trx) => {
    await lockStore(trx, store.id);
    const codes = await sampleCodes(trx, store.id);
    if (codes.product.length === 0)
      throw new Problem('no-such-thing', 'There is no sample catalogue in this store.', {
        remedy: 'Nothing has to be done.',
      });
    const gone = (some: readonly string[]) => some.map((code) => ({ code, is: 'gone' }) as const);
    const changes: CatalogueChanges = {
      products: gone(codes.product),
      collections: gone(codes.collection),
      brands: gone(codes.brand),
    };
    const audited = { action: 'sample.remove', target: store.slug } as const;
    await applyCatalogue(trx, store, changes, { accountId, now, audited });
  });

async function mustBeEmpty(db: Records, storeId: number): Promise<void> {
  if ((await countProducts(db, storeId)).products > 0)
    throw new Problem('already-there', 'This store has products already.', {
      remedy: 'A sample catalogue goes only into a store without products.',
    });
}

/** Its prices are in a currency of two decimals; they look as natural in one of none, and are ten times as many in one of three. */
function inCurrency(catalogue: WholeCatalogue, currency: string): WholeCatalogue {
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
