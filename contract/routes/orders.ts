/** What shoppers order, and how it comes to them. */
import { get, patch, remove } from '../route.js';
import * as shapes from '../shapes/index.js';

export const orderRoutes = {
  getDelivery: get('/stores/{store}/delivery', {
    summary: 'The delivery methods of a store, with their price for each country.',
    answer: shapes.delivery,
  }),
  setWay: patch('/stores/{store}/delivery/{way}', {
    summary:
      'Adds a delivery method, as the last one, or changes one; names that are left out stay. Shoppers see it at once.',
    can: 'store.manage',
    body: shapes.wayRequest,
    answer: shapes.delivery,
  }),
  removeWay: remove('/stores/{store}/delivery/{way}', {
    summary: 'Removes a delivery method. Shoppers see it at once.',
    can: 'store.manage',
    answer: shapes.delivery,
  }),
  listOrders: get('/stores/{store}/orders', {
    summary: 'Orders, newest first.',
    can: 'orders.read',
    query: shapes.ordersQuery,
    answer: shapes.orders,
  }),
  getOrder: get('/stores/{store}/orders/{number}', {
    summary: 'One order as it was when it was placed.',
    can: 'orders.read',
    answer: shapes.order,
  }),
} as const;
