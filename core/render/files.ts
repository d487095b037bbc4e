/** The files a page links to that are made of its look and its kinds: where they lie, and what is in them. */
import { kindClass, scopedCss } from '../kinds/css.js';
import type { KindSet } from '../kinds/kind.js';

/**
 * The path of a look's stylesheet.
 * @param templateHash of a template that overrides settings of the look
 * @param version changes when the rules that ship change
 */
export const lookStylePath = (lookHash: string, version: string, templateHash?: string): string =>
  `/styles/look/${lookHash}${templateHash ? `+${templateHash}` : ''}.css?v=${version}`;

/** The path of the stylesheet of a set of kinds; the names are in it, so that any process can answer. */
export const kindsStylePath = (names: readonly string[], { hash }: KindSet): string =>
  `/styles/kinds/${names.join('+')}.css?v=${hash}`;

/** The rules of the named kinds, each under the class of its kind; names that are not known are passed over. */
export const kindsCss = (names: readonly string[], kinds: KindSet): string =>
  names.map((name) => scopedCss(name, kinds.find(name)?.css ?? '')).join('');

/** The path of the script of those kinds that have one; null if none has. */
export function kindsScriptPath(names: readonly string[], kinds: KindSet): string | null {
  const livelier = names.filter((name) => kinds.find(name)?.script);
  return livelier.length ? `/scripts/kinds/${livelier.join('+')}.js?v=${kinds.hash}` : null;
}

/** The scripts of the named kinds, each called with the sections of its kind; names that are not known are passed over. */
export const kindsScript = (names: readonly string[], kinds: KindSet): string =>
  names
    .flatMap((name) => {
      const script = kinds.find(name)?.script;
      return script ? [`document.querySelectorAll('.${kindClass(name)}').forEach(${script});\n`] : [];
    })
    .join('');
