/** Where the stylesheets of a page lie, and what is in the one of its section kinds. */
import { scopedCss } from '../kinds/css.js';
import type { KindSet } from '../kinds/kind.js';

/**
 * The path of a look's stylesheet.
 * @param templateHash of a template that overrides settings of the look
 * @param version changes when the rules that ship change
 */
export const lookStylePath = (lookHash: string, version: string, templateHash?: string): string =>
  `/styles/look/${lookHash}${templateHash ? `+${templateHash}` : ''}.css?v=${version}`;

/** The path of the stylesheet of a set of kinds; the names are in it, so that any process can answer. */
export const kindsStylePath = (names: readonly string[], version: string): string =>
  `/styles/kinds/${names.join('+')}.css?v=${version}`;

/** The rules of the named kinds, each under the class of its kind; names that are not known are passed over. */
export const kindsCss = (names: readonly string[], kinds: KindSet): string =>
  names.map((name) => scopedCss(name, kinds.find(name)?.css ?? '')).join('');
