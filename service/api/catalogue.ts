/** What a store sells, as its keepers see it. */
import { routes } from '@parlour/contract';
import { isStorable, Problem, sure } from '@parlour/core';
import type { ProductChange, ProductSort, Review, Wanted } from '@parlour/core/catalogue';
import { freeCode, isSame } from '@parlour/core/design';
import { applyCatalogue, type CatalogueChanges } from '../catalogue/apply.js';
import { changeProduct, productOf } from '../catalogue/change.js';
import { instantsOf } from '../catalogue/products.js';
import { addSample, removeSample } from '../catalogue/sample.js';
import { notThere } from '../catalogue/wanted.js';
import { wordsQuery } from '../records/answers/sources/found.js';
import { allBrands, readBrands } from '../records/brands.js';
import { allCollections, membersOf, readCollections } from '../records/collections.js';
import { inTransaction, type Records } from '../records/database.js';
import { lockFilling } from '../records/filling.js';
import { lockCatalogue, lockProducts, readProducts, type KeptProduct } from '../records/products.js';
import { listedReviews, readReviews, type KeptReview } from '../records/reviews.js';
import { listedProducts, type ListPlace, type ProductOrder } from '../records/product-list.js';
import { countProducts } from '../records/sample.js';
import type { Store } from '../records/stores.js';
import { checkTag, implement, type Api, type Caller } from './implement.js';

const PAGE = 50;

type By = Pick<Caller, 'account' | 'store'> & { readonly db: Records; readonly now: Date };

/** What is asked for, in a transaction of its own, and what is there then. */
const applied = <T>(
  { db, store, account, now }: By,
  changes: CatalogueChanges,
  then: (trx: Records) => Promise<T>,
): Promise<T> =>
  inTransaction(db, async (trx) => {
    await applyCatalogue(trx, store, changes, { accountId: account.id, now });
    return then(trx);
  });

/** Something new: its code is made from its title if none is given. */
async function asNew<C extends { readonly title: string }>(
  body: C & { readonly code?: string | undefined; readonly slug?: string | undefined },
  isTaken: (codes: readonly string[]) => Promise<ReadonlyMap<string, unknown>>,
) {
  const { code: given, slug, ...change } = body;
  return { code: given ?? (await codeFor(body.title, isTaken)), is: 'new', slug, change } as const;
}

const MOST_TRIES = 50;

async function codeFor(
  title: string,
  isTaken: (codes: readonly string[]) => Promise<ReadonlyMap<string, unknown>>,
): Promise<string> {
  const tries: string[] = [];
  freeCode(title, (code) => tries.push(code) < MOST_TRIES);
  const taken = await isTaken(tries);
  const found = tries.find((code) => !taken.has(code));
  if (found !== undefined) return found;
  throw new Problem('bad-value', `No code is free that is like “${title}”.`, { place: 'code', remedy: 'Choose one.' });
}

const cursorAt = ({ key, then }: ListPlace): string => Buffer.from(JSON.stringify([key, then])).toString('base64url');

/** Whether something can be a place in an order. */
const IS_PLACE: Readonly<Record<ProductSort, (key: string, then: string) => boolean>> = {
  code: () => true,
  title: () => true,
  created: (key) => {
    const [, day = ''] = INSTANT.exec(key) ?? [];
    const date = new Date(`${day}T00:00Z`);
    return !Number.isNaN(date.valueOf()) && date.toJSON().startsWith(day);
  },
  // Those without a price go by code.
  price: (key, then) => key === '' || (/^\d{1,10}$/.test(key) && IS_ID.test(then)),
};
const IS_ID = /^\d{1,9}$/;
/** As PostgreSQL writes it. */
const INSTANT = /^((?!0000)\d{4}-\d\d-\d\d) ([01]\d|2[0-3]):[0-5]\d:[0-5]\d(\.\d{1,6})?[+-](0\d|1[0-4])(:[0-5]\d)?$/;

/** Where a list goes on. @throws Problem `bad-input` for what is no cursor, or one of a list in another order */
function readCursor(text: string, isPlace: (key: string, then: string) => boolean): ListPlace {
  try {
    const [key, then, ...more] = JSON.parse(Buffer.from(text, 'base64url').toString()) as unknown[];
    const isText = typeof key === 'string' && typeof then === 'string' && isStorable(key + then);
    if (isText && more.length === 0 && isPlace(key, then)) return { key, then };
  } catch {
    // Told below.
  }
  throw new Problem('bad-input', 'This is not a valid place in the list.', {
    place: 'after',
    remedy: 'Use the “next” of the answer before, with the same order.',
  });
}

function readReviewCursor(text: string): { written: string; id: number } {
  const { key, then } = readCursor(
    text,
    (written, id) =>
      IS_ID.test(id) &&
      /^(?!0000)\d{4}-/.test(written) &&
      !Number.isNaN(Date.parse(written)) &&
      new Date(written).toJSON() === written,
  );
  return { written: key, id: Number(then) };
}

const gone = (code: string): Wanted<never> => ({ code, is: 'gone' });
const DONE = { done: true };

export function catalogueRoutes(api: Api): void {
  const { db } = api;

  implement(api, routes.listProducts, async ({ store, query }) => {
    const { search, limit = PAGE, sort = 'code', after, ...filter } = query;
    const words = search === undefined ? undefined : wordsQuery(search);
    if (words === '') return { products: [], next: null };
    const order: ProductOrder = { by: sort.replace(/^-/, '') as ProductSort, descending: sort.startsWith('-') };
    const where = {
      ...filter,
      words,
      order,
      after: after === undefined ? undefined : readCursor(after, IS_PLACE[order.by]),
    };
    const found = await listedProducts(db, store.id, where, limit + 1);
    const some = found.slice(0, limit);
    const next = found.length > limit ? cursorAt(sure(some.at(-1)).at) : null;
    return { products: some.map(({ at: _at, ...product }) => product), next };
  });
  implement(api, routes.getProduct, async ({ store, params }) =>
    productShape(await productOf(db, store.id, sure(params['product']))),
  );
  implement(api, routes.createProduct, async (call) => {
    const product = await asNew(call.body, (codes) => readProducts(call.db, call.store.id, codes));
    return applied(call, { products: [product] }, async (trx) =>
      productShape(await productOf(trx, call.store.id, product.code)),
    );
  });
  implement(api, routes.changeProducts, async ({ store, account, now, body: { products: asked, change, was } }) => {
    const codes = [...new Set(asked)];
    return inTransaction(db, async (trx) => {
      const some = was ? await productsLike(trx, store, codes, was) : codes;
      const products = some.map((code) => ({ code, is: 'there' as const, change }));
      const outcomes = await applyCatalogue(trx, store, { products }, { accountId: account.id, now });
      const same = outcomes.filter(({ did }) => did === 'same').length;
      return { changed: outcomes.length - same, same, left: codes.length - some.length };
    });
  });
  implement(api, routes.changeProduct, async ({ store, account, now, params, body, request }) => {
    const check = (before: KeptProduct): void => checkTag(request, productShape(before));
    const by = { accountId: account.id, now };
    return productShape(await changeProduct(db, store, sure(params['product']), body, by, check));
  });
  implement(api, routes.deleteProduct, (call) =>
    applied(call, { products: [gone(sure(call.params['product']))] }, () => Promise.resolve(DONE)),
  );

  implement(api, routes.listCollections, async ({ store }) => ({ collections: await allCollections(db, store.id) }));
  implement(api, routes.getCollection, ({ store, params }) => collectionOf(db, store, sure(params['collection'])));
  implement(api, routes.createCollection, async (call) => {
    const collection = await asNew(call.body, (codes) => readCollections(call.db, call.store.id, codes));
    return applied(call, { collections: [collection] }, (trx) => collectionOf(trx, call.store, collection.code));
  });
  implement(api, routes.changeCollection, async (call) => {
    const code = sure(call.params['collection']);
    return inTransaction(call.db, async (trx) => {
      // In the order in which applying takes them.
      await lockCatalogue(trx, call.store.id);
      await lockFilling(trx, call.store.id, call.body.when === undefined ? 'using' : 'changing');
      await readCollections(trx, call.store.id, [code], { lock: true });
      checkTag(call.request, await collectionOf(trx, call.store, code));
      const { slug, ...change } = call.body;
      return applied({ ...call, db: trx }, { collections: [{ code, is: 'there', slug, change }] }, () =>
        collectionOf(trx, call.store, code),
      );
    });
  });
  implement(api, routes.deleteCollection, (call) =>
    applied(call, { collections: [gone(sure(call.params['collection']))] }, () => Promise.resolve(DONE)),
  );

  implement(api, routes.listBrands, async ({ store }) => ({ brands: await allBrands(db, store.id) }));
  implement(api, routes.getBrand, ({ store, params }) => brandOf(db, store, sure(params['brand'])));
  implement(api, routes.createBrand, async (call) => {
    const brand = await asNew(call.body, (codes) => readBrands(call.db, call.store.id, codes));
    return applied(call, { brands: [brand] }, (trx) => brandOf(trx, call.store, brand.code));
  });
  implement(api, routes.changeBrand, async (call) => {
    const code = sure(call.params['brand']);
    const { slug, ...change } = call.body;
    return inTransaction(call.db, async (trx) => {
      if (slug !== undefined) await lockCatalogue(trx, call.store.id);
      await lockFilling(trx, call.store.id, 'using');
      await readBrands(trx, call.store.id, [code], { lock: 'changing' });
      checkTag(call.request, await brandOf(trx, call.store, code));
      return applied({ ...call, db: trx }, { brands: [{ code, is: 'there', slug, change }] }, () =>
        brandOf(trx, call.store, code),
      );
    });
  });
  implement(api, routes.deleteBrand, (call) =>
    applied(call, { brands: [gone(sure(call.params['brand']))] }, () => Promise.resolve(DONE)),
  );

  implement(api, routes.listReviews, async ({ store, query }) => {
    const { limit = PAGE, after, ...filter } = query;
    const from = after === undefined ? undefined : readReviewCursor(after);
    const found = await listedReviews(db, store.id, { ...filter, after: from }, limit + 1);
    const some = found.slice(0, limit);
    const last = some.at(-1);
    const next = found.length > limit && last ? cursorAt({ key: last.written, then: String(last.id) }) : null;
    return { reviews: some.map((one) => ({ ...reviewShape(one), productTitle: one.productTitle })), next };
  });
  implement(api, routes.getReview, ({ store, params }) => reviewOf(db, store, sure(params['review'])));
  implement(api, routes.createReview, async (call) => {
    const { code: given, ...change } = call.body;
    const isTaken = (codes: readonly string[]) => readReviews(call.db, call.store.id, codes);
    const code = given ?? (await codeFor(`${change.product} ${change.name ?? ''}`, isTaken));
    return applied(call, { reviews: [{ code, is: 'new', change }] }, (trx) => reviewOf(trx, call.store, code));
  });
  implement(api, routes.changeReview, (call) => {
    const code = sure(call.params['review']);
    return inTransaction(call.db, async (trx) => {
      const { product } = await reviewOf(trx, call.store, code);
      // In the order in which applying takes them.
      await lockFilling(trx, call.store.id, 'using');
      await lockProducts(trx, call.store.id, [
        product,
        ...(call.body.product === undefined ? [] : [call.body.product]),
      ]);
      await readReviews(trx, call.store.id, [code], { lock: true });
      checkTag(call.request, await reviewOf(trx, call.store, code));
      return applied({ ...call, db: trx }, { reviews: [{ code, is: 'there', change: call.body }] }, () =>
        reviewOf(trx, call.store, code),
      );
    });
  });
  implement(api, routes.deleteReview, (call) =>
    applied(call, { reviews: [gone(sure(call.params['review']))] }, () => Promise.resolve(DONE)),
  );

  implement(api, routes.getSample, ({ store }) => countProducts(db, store.id));
  implement(api, routes.addSample, async ({ store, account, now }) => {
    await addSample(db, store, account.id, now);
    return countProducts(db, store.id);
  });
  implement(api, routes.removeSample, async ({ store, account, now }) => {
    await removeSample(db, store, account.id, now);
    return countProducts(db, store.id);
  });
}

/** Those of some products that have these values; they are locked. */
async function productsLike(
  trx: Records,
  store: Store,
  codes: readonly string[],
  was: ProductChange,
): Promise<string[]> {
  // In the order in which applying takes them.
  await lockFilling(trx, store.id, 'using');
  await lockProducts(trx, store.id, codes);
  const values = Object.entries({ ...was, ...instantsOf(was, store.timeZone) }).filter(
    ([, value]) => value !== undefined,
  );
  return [...(await readProducts(trx, store.id, codes)).values()]
    .filter((product) => values.every(([name, value]) => isSame(product[name as keyof KeptProduct], value)))
    .map(({ code }) => code);
}

const productShape = ({ id: _id, ...product }: KeptProduct) => product;

/** @throws Problem `no-such-thing` */
async function collectionOf(records: Records, store: Store, code: string) {
  const found = (await readCollections(records, store.id, [code])).get(code);
  if (!found) throw notThere('collection', code);
  const { id, ...collection } = found;
  return { ...collection, members: await membersOf(records, id) };
}

const reviewShape = ({ code, product, rating, title, text, name, language, written, state }: KeptReview): Review => ({
  ...{ code, product, rating, title, text, name, language, written, state },
});

/** @throws Problem `no-such-thing` */
async function reviewOf(records: Records, store: Store, code: string): Promise<Review> {
  const found = (await readReviews(records, store.id, [code])).get(code);
  if (!found) throw notThere('review', code);
  return reviewShape(found);
}

/** @throws Problem `no-such-thing` */
async function brandOf(records: Records, store: Store, code: string) {
  const found = (await readBrands(records, store.id, [code])).get(code);
  if (!found) throw notThere('brand', code);
  const { id: _id, ...brand } = found;
  return brand;
}
