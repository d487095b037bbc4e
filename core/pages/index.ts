/** Page kinds, codes of pages, rules. */
export * from './page.js';
export * from './rule.js';
export * from './rule-text.js';
export * from './rule-index.js';
