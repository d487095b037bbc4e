/** The catalogue of a store as a file that can be taken in again: read in one snapshot, a part at a time. */
import { csvRow } from '@parlour/core';
import {
  brandRow,
  collectionRows,
  headsOf,
  productHeads,
  productRows,
  reviewHeads,
  reviewRow,
  type FileFormat,
  type FileKind,
  type NamedColumns,
} from '@parlour/core/files';
import { allBrands } from '../records/brands.js';
import { allCollections, membersOf, readCollections } from '../records/collections.js';
import type { Records } from '../records/database.js';
import { languagesIn, namesInProducts, nextCodes, readProducts } from '../records/products.js';
import { nextReviews } from '../records/reviews.js';
import type { Store } from '../records/stores.js';

const AT_ONCE = 500;

export interface Exporting {
  readonly kind: FileKind;
  readonly format: FileFormat;
  /** Whether spreadsheets are kept from reading texts as formulas. */
  readonly harmless: boolean;
}

/** @param trx a transaction that sees one snapshot */
export function fileOf(
  trx: Records,
  store: Pick<Store, 'id' | 'currency'>,
  { kind, format, harmless }: Exporting,
): AsyncGenerator<string> {
  const things = { product: products, collection: collections, brand: brands, review: reviews }[kind];
  return format === 'csv' ? asTable(things(trx, store), harmless) : asLines(things(trx, store));
}

/** A thing as both formats have it. */
interface Written {
  readonly rows: readonly (readonly string[])[];
  readonly value: object;
}
interface Things {
  readonly heads: () => Promise<readonly string[]>;
  readonly all: () => AsyncGenerator<Written>;
}

async function* asTable({ heads, all }: Things, harmless: boolean): AsyncGenerator<string> {
  yield csvRow(await heads(), { harmless });
  for await (const { rows } of all()) yield rows.map((row) => csvRow(row, { harmless })).join('');
}

async function* asLines({ all }: Things): AsyncGenerator<string> {
  for await (const { value } of all()) yield `${JSON.stringify(value)}\n`;
}

function products(trx: Records, { id: storeId, currency }: Pick<Store, 'id' | 'currency'>): Things {
  let columns: NamedColumns = { options: [], attributes: [], languages: [] };
  return {
    heads: async () => productHeads((columns = await namesInProducts(trx, storeId))),
    async *all() {
      for (let after = ''; ;) {
        const codes = await nextCodes(trx, storeId, after, AT_ONCE);
        const found = await readProducts(trx, storeId, codes);
        for (const code of codes) {
          const product = found.get(code);
          if (!product) continue;
          const { id: _id, collections: _in, ...value } = product;
          yield { rows: productRows(product, currency, columns), value };
        }
        const last = codes.at(-1);
        if (last === undefined || codes.length < AT_ONCE) return;
        after = last;
      }
    },
  };
}

const collections = (trx: Records, { id: storeId }: Pick<Store, 'id'>): Things => {
  let languages: readonly string[] = [];
  return {
    heads: async () => headsOf('collection', (languages = await languagesIn(trx, 'collection', storeId))),
    async *all() {
      const every = await allCollections(trx, storeId);
      const kept = await readCollections(
        trx,
        storeId,
        every.map(({ code }) => code),
      );
      for (const { code } of inside(every)) {
        const collection = kept.get(code);
        if (!collection) continue;
        const members = await membersOf(trx, collection.id);
        const { id: _id, ...value } = collection;
        yield {
          rows: collectionRows(collection, members, languages),
          value: { ...value, ...(collection.when === null && { members }) },
        };
      }
    },
  };
};

/** Each after the one that it is in, so that reading the file finds that one. */
function inside<T extends { readonly code: string; readonly parent: string | null }>(all: readonly T[]): T[] {
  const below = (parent: string | null): T[] =>
    all.filter((one) => one.parent === parent).flatMap((one) => [one, ...below(one.code)]);
  return below(null);
}

const reviews = (trx: Records, { id: storeId }: Pick<Store, 'id'>): Things => ({
  heads: () => Promise.resolve(reviewHeads),
  async *all() {
    for (let after = ''; ;) {
      const some = await nextReviews(trx, storeId, after, AT_ONCE);
      for (const { id: _id, productId: _productId, ...review } of some)
        yield { rows: [reviewRow(review)], value: review };
      const last = some.at(-1);
      if (last === undefined || some.length < AT_ONCE) return;
      after = last.code;
    }
  },
});

const brands = (trx: Records, { id: storeId }: Pick<Store, 'id'>): Things => {
  let languages: readonly string[] = [];
  return {
    heads: async () => headsOf('brand', (languages = await languagesIn(trx, 'brand', storeId))),
    async *all() {
      for (const brand of await allBrands(trx, storeId)) {
        yield { rows: [brandRow(brand, languages)], value: brand };
      }
    },
  };
};
