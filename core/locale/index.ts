/** Words, money and dates in a language. */
export * from './money.js';
export * from './words.js';
export * from './locale.js';
export * from './proposals.js';
