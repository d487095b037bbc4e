/** What a store sells, as its keepers write it. */
export * from './product.js';
export { changedProduct, type NewProduct } from './change.js';
export * from './others.js';
export * from './review.js';
export * from './draft.js';
export * from './back.js';
export * from './by-rule.js';
export * from './texts.js';
export * from './draft-texts.js';
