/** The plan view of a page. */
export * from './plan.js';
export * from './draw.js';
