/** What a design is made of, and where its pages are. */
export * from './paths.js';
export { RESERVED_SEGMENTS } from './path-sense.js';
export * from './document.js';
export * from './heads.js';
export * from './state.js';
export * from './own-words.js';
