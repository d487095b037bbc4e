/** Words, numbers and dates in a language. */
export * from './words.js';
export * from './locale.js';
export * from './proposals.js';
