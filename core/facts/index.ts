/** Data about the shopper that may change while a page is open. */
export * from './own.js';
export * from './fact.js';
export * from './all.js';
export { CART_COUNT } from './cart.js';
