/** Time zones. */
export * from './zone.js';
