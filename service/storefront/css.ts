/** Makes stylesheets small: rules are written for reading, and served without what browsers do not need. */
import { transform } from 'lightningcss';
import { LRUCache } from 'lru-cache';

const MOST_BYTES = 8_000_000;
const kept = new LRUCache<string, string>({
  maxSize: MOST_BYTES,
  sizeCalculation: (css, rules) => css.length + rules.length + 1,
});

/** @throws Error if the rules cannot be read */
export function small(rules: string): string {
  let css = kept.get(rules);
  if (css === undefined) {
    css = transform({ filename: 'page.css', code: Buffer.from(rules), minify: true }).code.toString();
    kept.set(rules, css);
  }
  return css;
}
