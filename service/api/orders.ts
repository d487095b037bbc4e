/** What shoppers order, and how it comes to them. */
import { Problem, codeText } from '@parlour/core';
import type { DeliveryMethod } from '@parlour/core/commerce';
import { routes } from '@parlour/contract';
import { findOrder, listOrders } from '../records/orders.js';
import { changeDelivery } from '../records/stores.js';
import { implement, type Api } from './implement.js';

const USUAL_LIMIT = 50;
const MOST_WAYS = 50;

export function orderRoutes(api: Api): void {
  const { db } = api;

  implement(api, routes.getDelivery, ({ store }) => Promise.resolve(deliveryShape(store.delivery)));

  implement(api, routes.setWay, async ({ store, account, params, body }) => {
    const code = checkCode(params['way'] ?? '');
    const told = { accountId: account.id, action: 'delivery.set', target: code } as const;
    const methods = await changeDelivery(db, store.id, told, (all) => {
      const known = all.find((one) => one.code === code);
      if (known) return all.map((one) => (one === known ? { ...known, ...body } : one));
      if (all.length >= MOST_WAYS)
        throw new Problem('limit-reached', `A store has at most ${MOST_WAYS} delivery methods.`, {
          remedy: 'Remove one first.',
        });
      return [...all, { ...body, code }];
    });
    return deliveryShape(methods);
  });

  implement(api, routes.removeWay, async ({ store, account, params }) => {
    const code = params['way'] ?? '';
    const told = { accountId: account.id, action: 'delivery.remove', target: code } as const;
    const methods = await changeDelivery(db, store.id, told, (all) => {
      if (all.some((one) => one.code === code)) return all.filter((one) => one.code !== code);
      throw new Problem('no-such-thing', `There is no delivery method “${code}”.`, {
        place: 'way',
        remedy: 'List the delivery methods to see their codes.',
      });
    });
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

/** @throws Problem `bad-input` */
function checkCode(code: string): string {
  if (codeText().isValidSync(code)) return code;
  throw new Problem('bad-input', `“${code}” cannot be the code of a delivery method.`, {
    place: 'way',
    remedy: 'Use letters, digits, “.”, “-” and “_”, such as post.',
  });
}

/** Countries in the order of their codes, however they are kept. */
const deliveryShape = (methods: readonly DeliveryMethod[]) => ({
  methods: methods.map(({ names, prices, ...method }) => ({
    ...method,
    ...(names && { names: { ...names } }),
    prices: Object.fromEntries(Object.entries(prices).sort(([a], [b]) => (a < b ? -1 : 1))),
  })),
});
