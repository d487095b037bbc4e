/** What everything else shares: refusals in words, lists of words, roles. Each folder beside is an entry of its own. */
export * from './problem.js';
export * from './one-of.js';
export * from './words.js';
export * from './roles.js';
export * from './csv.js';
export * from './canonical-json.js';
export * from './shapes.js';
export { fits } from './fits.js';
export * from './sure.js';
export * from './remembering.js';
