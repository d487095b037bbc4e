/** The rules of kinds under their classes. */

export { css } from '../css.js';

/** The class of every section of a kind. */
export const kindClass = (name: string): string => `k-${name}`;

/** The rules of a kind under its class, by nesting (CSS Nesting Module, level 1). */
export const scopedCss = (name: string, rules: string): string =>
  rules.trim() === '' ? '' : `.${kindClass(name)} {\n${rules}\n}\n`;
