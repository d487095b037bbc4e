/** What a store still needs. */
export * from './reached.js';
export * from './point.js';
export * from './steps.js';
