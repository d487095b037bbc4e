/** Which template a page has, and why; what is added to it. */
export { placeOfAddition, targetInWords } from './added.js';
export * from './assigned.js';
export * from './template-order.js';
export * from './target.js';
export * from './own.js';
export * from './own-on-page.js';
export * from './regions.js';
export * from './facts.js';
export * from './page-parts.js';
export * from './why.js';
export * from './why-section.js';
