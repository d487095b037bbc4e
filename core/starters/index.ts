/** Ready-made templates and content pages. */
export * from './ready-pages.js';
export * from './starters.js';
