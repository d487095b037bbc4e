/** What a store sells, as its keepers see it. */
import { routes } from '@parlour/contract';
import { formatMoney } from '@parlour/core';
import { changeProduct, productOf, type ProductChange } from '../catalogue/change-product.js';
import { putInSample, takeOutSample } from '../catalogue/sample.js';
import { countProducts } from '../records/sample.js';
import { audit } from '../records/audit.js';
import type { KeptProduct } from '../records/products.js';
import type { Store } from '../records/stores.js';
import { checkTag, implement, type Api } from './implement.js';

export function catalogueRoutes(api: Api): void {
  const { db } = api;

  implement(api, routes.getProduct, async ({ store, params }) =>
    productShape(await productOf(db, store.id, params['product'] as string)),
  );

  implement(api, routes.getSample, ({ store }) => countProducts(db, store.id));
  implement(api, routes.putInSample, async ({ store, account }) => {
    await putInSample(db, store);
    await audit(db, { storeId: store.id, accountId: account.id, action: 'sample.put-in', target: store.slug });
    return countProducts(db, store.id);
  });
  implement(api, routes.takeOutSample, async ({ store, account }) => {
    await takeOutSample(db, store.id);
    await audit(db, { storeId: store.id, accountId: account.id, action: 'sample.take-out', target: store.slug });
    return countProducts(db, store.id);
  });

  implement(api, routes.changeProduct, async ({ store, account, params, body, request }) => {
    const after = await changeProduct(db, store.id, params['product'] as string, body, (before) =>
      checkTag(request, productShape(before)),
    );
    await audit(db, {
      storeId: store.id,
      accountId: account.id,
      action: 'product.change',
      target: after.code,
      detail: inMoney(body, store),
    });
    return productShape(after);
  });
}

/** A change of a product as it is told: prices as people read them. */
function inMoney({ variants, ...change }: ProductChange, { currency, locale }: Store): Record<string, unknown> {
  const money = (minor: number): string => formatMoney(minor, currency, locale);
  const toldVariants = variants?.map(({ price, wasPrice, ...variant }) => ({
    ...variant,
    ...(price === undefined ? {} : { price: money(price) }),
    ...(wasPrice === undefined ? {} : { was: wasPrice === null ? null : money(wasPrice) }),
  }));
  return { ...change, ...(toldVariants && { variants: toldVariants }) };
}

const productShape = ({ id: _id, ...product }: KeptProduct) => ({
  ...product,
  keywords: [...product.keywords],
  variants: product.variants.map((variant) => ({ ...variant })),
});
