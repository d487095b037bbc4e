/** What a design builds on. */
export { GROUNDWORKS, groundworkOf } from './shipped.js';
export type { Groundwork } from './groundwork.js';
