/** What a store sells, as its keepers see it. */
import { routes } from '@parlour/contract';
import { changeProduct, productOf } from '../catalogue/change-product.js';
import { addSample, removeSample } from '../catalogue/sample.js';
import { countProducts } from '../records/sample.js';
import type { KeptProduct } from '../records/products.js';
import { checkTag, implement, type Api } from './implement.js';
import { sure } from '@parlour/core';

export function catalogueRoutes(api: Api): void {
  const { db } = api;

  implement(api, routes.getProduct, async ({ store, params }) =>
    productShape(await productOf(db, store.id, sure(params['product']))),
  );

  implement(api, routes.getSample, ({ store }) => countProducts(db, store.id));
  implement(api, routes.addSample, async ({ store, account }) => {
    await addSample(db, store, account.id);
    return countProducts(db, store.id);
  });
  implement(api, routes.removeSample, async ({ store, account }) => {
    await removeSample(db, store, account.id);
    return countProducts(db, store.id);
  });

  implement(api, routes.changeProduct, async ({ store, account, params, body, request }) => {
    const product = sure(params['product']);
    const check = (before: KeptProduct): void => checkTag(request, productShape(before));
    return productShape(await changeProduct(db, store, product, body, account.id, check));
  });
}

const productShape = ({ id: _id, ...product }: KeptProduct) => ({
  ...product,
  keywords: [...product.keywords],
  variants: product.variants.map((variant) => ({ ...variant })),
});
