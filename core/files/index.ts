/** The catalogue as tables. */
export * from './columns.js';
export * from './told.js';
export * from './products.js';
export * from './others.js';
export * from './reviews.js';
export * from './import.js';
