/** Carts, delivery, orders, scenarios, and what a store says of itself. */
export * from './cart.js';
export * from './delivery.js';
export * from './pricing.js';
export * from './order.js';
export * from './order-events.js';
export * from './shopper.js';
export * from './scenario.js';
export * from './seen.js';
export * from './sent-checkout.js';
export * from './store-details.js';
