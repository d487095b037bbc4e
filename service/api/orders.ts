/** What shoppers order, and how it comes to them. */
import { Problem, type DeliveryMethod } from '@parlour/core';
import { routes } from '@parlour/contract';
import { audit } from '../records/audit.js';
import { findOrder, listOrders } from '../records/orders.js';
import { setDelivery } from '../records/stores.js';
import { implement, type Api } from './implement.js';

const USUAL_LIMIT = 50;

export function orderRoutes(api: Api): void {
  const { db } = api;

  implement(api, routes.getDelivery, ({ store }) => Promise.resolve(deliveryShape(store.delivery)));

  implement(api, routes.setDelivery, async ({ store, account, body: { methods } }) => {
    const codes = methods.map(({ code }) => code);
    const twice = codes.find((code, i) => codes.indexOf(code) !== i);
    if (twice !== undefined)
      throw new Problem('bad-value', `Two ways to deliver have the code “${twice}”.`, {
        place: 'methods',
        remedy: 'Give each a code of its own.',
      });
    await setDelivery(db, store.id, methods);
    await audit(db, { storeId: store.id, accountId: account.id, action: 'delivery.set', target: codes.join(', ') });
    return deliveryShape(methods);
  });

  implement(api, routes.listOrders, async ({ store, query: { before, limit = USUAL_LIMIT } }) => {
    const found = await listOrders(db, store.id, limit + 1, before);
    const orders = found.slice(0, limit);
    return { orders, next: found.length > limit ? (orders.at(-1)?.number ?? null) : null };
  });

  implement(api, routes.getOrder, async ({ store, params }) => {
    const number = /^\d{1,9}$/.test(params['number'] ?? '') ? Number(params['number']) : 0;
    const order = await findOrder(db, store.id, number);
    if (order) return order;
    throw new Problem('no-such-thing', `There is no order ${params['number']} in this store.`, {
      place: 'number',
      remedy: 'List the orders to see their numbers.',
    });
  });
}

const deliveryShape = (methods: readonly DeliveryMethod[]) => ({ methods: methods.map((method) => ({ ...method })) });
