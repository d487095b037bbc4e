/** What shoppers order, and how it comes to them. */
import { get, patch } from '../route.js';
import * as shapes from '../shapes/index.js';

export const orderRoutes = {
  getDelivery: get('/stores/{store}/delivery', {
    summary: 'The ways to deliver of a store, with their price for each country.',
    answer: shapes.delivery,
  }),
  setDelivery: patch('/stores/{store}/delivery', {
    summary: 'Sets all ways to deliver, in the order shoppers see them. Shoppers see them at once.',
    can: 'store.manage',
    body: shapes.delivery,
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
