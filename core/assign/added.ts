/** Additions in words: where they go, and for which pages. */
import { aroundInWords, type Target } from '../documents/document.js';
import { nodeAt, type Draft } from '../design/draft.js';
import { someOf } from '../words.js';
import { nameOf } from '../design/document-types.js';
import { sectionName } from '../design/edits/common.js';
import type { KindDescriptions } from '../kinds/kind.js';
import { kindInWords, PAGE_KINDS } from '../pages/page.js';
import { printRule } from '../pages/rule-text.js';

/**
 * Where an addition goes.
 * @example
 * placeOfAddition('after:p-buy', draft, kinds); // right after Buy form in the template “Product”
 */
export function placeOfAddition(place: string, draft: Draft, kinds: KindDescriptions): string {
  const [where = '', code = ''] = place.split(':');
  if (code === '') return regionInWords(place);
  if (where === 'open-place') return `the open place “${code}”`;
  // A copy of a template has its sections under the same ids.
  const holders = [...draft.keys()].flatMap((key) => {
    const document = draft.get(key);
    return document && document.type !== 'own' && Object.hasOwn(document.nodes, code) ? [document] : [];
  });
  const [first] = holders;
  const section = first && nodeAt(first, code);
  if (section) return `right ${where} ${sectionName(section, kinds)} in ${someOf(holders.map(nameOf), 2)}`;
  return `right ${where} a section that is gone (${code})`;
}

/** “the header”, “above the content”. */
export const regionInWords = (region: string): string =>
  region === 'above' || region === 'below' ? `${region} the content` : `the ${aroundInWords(region)}`;

/** Which pages a target means: “One page”, “All product pages”, “Product pages: price >= 80”. */
export function targetInWords(target: Target): string {
  if ('page' in target) return 'One page';
  return 'when' in target && target.when
    ? `${PAGE_KINDS[target.pageKind].name} pages: ${printRule(target.when)}`
    : `All ${kindInWords(target.pageKind)} pages`;
}
