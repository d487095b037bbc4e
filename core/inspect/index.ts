/** What is found in a design when it is looked at as a whole. */
export * from './inspection.js';
export { blockersAfter, byGravity, inspectDesign, inspectionOf, inspectTemplate } from './inspect.js';
