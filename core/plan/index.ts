/** The plan view of a page. */
export * from './sketching.js';
export * from './plan.js';
export * from './draw.js';
