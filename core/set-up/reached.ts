/** Which content pages shoppers can get to from others: by a menu, a link, a text, or a list by label. */
import type { DesignState } from '../documents/state.js';
import { pathOf, patternsOf } from '../documents/paths.js';
import { codeOf, hasSections, keys, sectionsIn, type ContentDocument, type Document } from '../documents/document.js';
import { kindName } from '../kinds/kind.js';
import { sure } from '../sure.js';

/** The kind that lists content pages by a label they have. */
const BY_LABEL = 'pages-by-label';

/** Every text that a value holds, however deep. */
function* textsIn(value: unknown): Generator<string> {
  if (typeof value === 'string') yield value;
  else if (value && typeof value === 'object') for (const one of Object.values(value)) yield* textsIn(one);
}

/** What of a document may lead somewhere: not whom it is for, nor what it is called. */
function leading(document: Document): unknown {
  if (hasSections(document)) return document.areas;
  switch (document.type) {
    case 'menu':
      return document.lists;
    case 'content':
      return document.text;
    case 'paths':
      return document.home;
    default:
      return undefined;
  }
}

/**
 * The codes of the content pages that nothing of the design leads to, of those that shoppers may see. What stands in a
 * template counts whether a page has that or not.
 */
export function unreachedPages(state: DesignState): string[] {
  const patterns = patternsOf(state.get(keys.paths));
  const reached = new Set<string>();
  const labels = new Set<string>();
  const pages = new Map<string, ContentDocument>();
  for (const key of state.keys()) {
    const document = state.get(key);
    if (!document) continue;
    if (document.type === 'content') pages.set(codeOf(key), document);
    if (hasSections(document))
      for (const { kind, values } of sectionsIn(document.areas))
        // What a page has of its own may leave the label to the template.
        if (kindName(kind) === BY_LABEL && (document.type !== 'own' || 'label' in values))
          labels.add(String(values['label'] ?? ''));
    for (const text of textsIn(leading(document))) {
      reached.add(text);
      for (const [, href] of text.matchAll(/href="(\/[^"?#]*)/g)) reached.add(sure(href));
    }
  }
  const isListed = ({ labels: own = [] }: ContentDocument): boolean =>
    own.some((label) => labels.has(label)) || (own.length > 0 && labels.has(''));
  return [...pages].flatMap(([code, page]) => {
    const isReached = reached.has(`content:${code}`) || reached.has(pathOf(patterns, 'content', page.slug));
    return page.visible === 'nobody' || isReached || isListed(page) ? [] : [code];
  });
}
