/** What shoppers order, and how it comes to them. */
import { get, patch, post, remove } from '../route.js';
import * as shapes from '../shapes/index.js';

export const orderRoutes = {
  getDelivery: get('/stores/{store}/delivery', {
    summary: 'The delivery methods of a store, with their price for each country.',
    answer: shapes.delivery,
  }),
  setDeliveryMethod: patch('/stores/{store}/delivery/{method}', {
    summary:
      'Adds a delivery method, as the last one, or changes one; names that are left out stay. Shoppers see it at once.',
    can: 'store.manage',
    body: shapes.deliveryMethod,
    answer: shapes.delivery,
  }),
  removeDeliveryMethod: remove('/stores/{store}/delivery/{method}', {
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
    summary: 'One order as it was when it was placed, and what has happened to it since.',
    can: 'orders.read',
    answer: shapes.order,
  }),
  noteOnOrder: post('/stores/{store}/orders/{number}/events', {
    summary: 'Notes that an order was paid, sent, cancelled or refunded.',
    can: 'orders.manage',
    body: shapes.orderNote,
    answer: shapes.order,
  }),
} as const;
