/** Money: amounts in minor units with their currency. */
export * from './money.js';
export * from './format.js';
export { CURRENCIES } from './iso-4217.js';
