/** The rules that fill collections: what they can ask of a product, and reading them. */
import { parseRule, printRule } from '../pages/rule-text.js';
import type { Rule } from '../pages/rule.js';
import { Problem } from '../problem.js';

/** What pages can be asked and products cannot: a path is the design's, and a collection may be filled by another. */
const OF_PAGES_ONLY: readonly string[] = ['collection', 'path'];

/**
 * Reads a rule that fills a collection.
 * @param text such as `brand is "Skerry Lines" and price >= 80`
 * @throws Problem `bad-rule` or `rule-never-matches`, whose place begins with `when`
 */
export function readFilling(text: string): Rule {
  const rule = placed(() => parseRule(text, 'product'));
  const wrong = rule.conditions.find(({ fact }) => OF_PAGES_ONLY.includes(fact));
  if (wrong)
    throw new Problem('bad-rule', `A rule that fills a collection cannot use “${wrong.fact}”.`, {
      place: 'when',
      remedy: 'Ask for its brand, category, keyword, price, stock, reduced, visible-since or attribute.NAME.',
    });
  return rule;
}

/** The one way in which a rule that fills a collection is kept. @throws as `readFilling` */
export const fillingText = (text: string): string => printRule(readFilling(text));

function placed<T>(read: () => T): T {
  try {
    return read();
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    throw new Problem(error.code, error.message, {
      place: error.place?.startsWith('character') ? `when, ${error.place}` : 'when',
      ...(error.remedy !== undefined && { remedy: error.remedy }),
    });
  }
}
