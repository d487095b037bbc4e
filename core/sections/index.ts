/** The section kinds that ship. */
export * from './all.js';
export { specimen } from './specimen.js';
