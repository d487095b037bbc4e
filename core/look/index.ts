/** The settings of the look, and its rules. */
export * from './settings.js';
export * from './card-settings.js';
export * from './cards-on.js';
export * from './css.js';
export * from './contrast.js';
export * from './pairs.js';
export * from './nearest.js';
export * from './tokens.js';
export { fontFiles } from './fonts.js';
