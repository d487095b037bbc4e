/** The shapes that travel over the API, a file for each sort of thing. */
export * from './common.js';
export * from './accounts.js';
export * from './stores.js';
export * from './catalogue.js';
export * from './imports.js';
export * from './orders.js';
export * from './inbox.js';
export * from './pages.js';
export * from './drafts.js';
export * from './designs.js';
