/** What shoppers order, and how it comes to them. */
import { Problem, codeText } from '@parlour/core';
import type { DeliveryMethod } from '@parlour/core/commerce';
import { routes } from '@parlour/contract';
import { renewDue } from '../assigning/catalogue.js';
import type { Database } from '../records/database.js';
import { noteOnOrder, orderEvents } from '../records/order-events.js';
import { findOrder, listOrders } from '../records/orders.js';
import { changeDelivery } from '../records/stores.js';
import { implement, type Api } from './implement.js';

const USUAL_LIMIT = 50;
const MOST_METHODS = 50;

export function orderRoutes(api: Api): void {
  const { db } = api;

  implement(api, routes.getDelivery, ({ store }) => Promise.resolve(deliveryShape(store.delivery)));

  implement(api, routes.setDeliveryMethod, async ({ store, account, params, body }) => {
    const code = checkCode(params['method'] ?? '');
    const told = { accountId: account.id, action: 'delivery.set', target: code } as const;
    const methods = await changeDelivery(db, store.id, told, (all) => {
      const known = all.find((one) => one.code === code);
      if (known) return all.map((one) => (one === known ? { ...known, ...body } : one));
      if (all.length >= MOST_METHODS)
        throw new Problem('limit-reached', `A store has at most ${MOST_METHODS} delivery methods.`, {
          remedy: 'Remove one first.',
        });
      return [...all, { ...body, code }];
    });
    return deliveryShape(methods);
  });

  implement(api, routes.removeDeliveryMethod, async ({ store, account, params }) => {
    const code = params['method'] ?? '';
    const told = { accountId: account.id, action: 'delivery.remove', target: code } as const;
    const methods = await changeDelivery(db, store.id, told, (all) => {
      if (all.some((one) => one.code === code)) return all.filter((one) => one.code !== code);
      throw new Problem('no-such-thing', `There is no delivery method “${code}”.`, {
        place: 'method',
        remedy: 'List the delivery methods to see their codes.',
      });
    });
    return deliveryShape(methods);
  });

  implement(api, routes.listOrders, async ({ store, query: { limit = USUAL_LIMIT, ...query } }) => {
    const found = await listOrders(db, store.id, { ...query, limit: limit + 1 });
    const orders = found.slice(0, limit);
    return { orders, next: found.length > limit ? (orders.at(-1)?.number ?? null) : null };
  });

  implement(api, routes.getOrder, ({ store, params }) => orderShape(db, store.id, params['number']));

  implement(api, routes.noteOnOrder, async ({ store, account, params, body, now }) => {
    const number = numberFrom(params['number']);
    if (!(await noteOnOrder(db, { store, number, accountId: account.id, now }, body))) throw noOrder(params['number']);
    // Should it fail, the next chore does it.
    if (body.stockBack) await renewDue(db, store.id).catch(() => undefined);
    return orderShape(db, store.id, params['number']);
  });
}

/** @returns 0 for what is none, which no order has */
const numberFrom = (given = ''): number => (/^\d{1,9}$/.test(given) ? Number(given) : 0);

const noOrder = (given = ''): Problem =>
  new Problem('no-such-thing', `There is no order ${given} in this store.`, {
    place: 'number',
    remedy: 'List the orders to see their numbers.',
  });

/** @throws Problem `no-such-thing` */
async function orderShape(db: Database, storeId: number, given: string | undefined) {
  const number = numberFrom(given);
  const order = await findOrder(db, storeId, number);
  if (!order) throw noOrder(given);
  return { ...order, events: await orderEvents(db, storeId, number) };
}

/** @throws Problem `bad-input` */
function checkCode(code: string): string {
  if (codeText().isValidSync(code)) return code;
  throw new Problem('bad-input', `“${code}” cannot be the code of a delivery method.`, {
    place: 'method',
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
