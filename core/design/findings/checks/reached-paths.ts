/** Every page is reached: the patterns do not meet, and each content page has a path of its own. */
import { contentPlaces, patternFaults, takenPaths } from '../../../documents/path-sense.js';
import { patternsOf, type PathPatterns } from '../../../documents/paths.js';
import { codeOf, keys } from '../../../documents/document.js';
import { closeAs, type DraftDocument } from '../../draft.js';
import { isSame } from '../../edits/common.js';
import type { Check, Looked } from '../check.js';

export const reachedPaths: Check = {
  *find(all, { design }) {
    const looked = all.filter(({ key, paths, document }) => isAboutPaths(key) && (paths.length > 0 || !document));
    if (looked.length === 0) return;
    const patterns = patternsIn(design.get(keys.paths));
    const common = { code: 'bad-path', severity: 'fault' } as const;
    for (const { field, ...fault } of patternFaults(patterns))
      yield { ...common, ...fault, place: { document: keys.paths, field } };
    // Where a page's own slug is what changed, it is the one to be told of.
    const only = hasOtherPatterns(looked, patterns) ? undefined : new Set(looked.map(({ key }) => codeOf(key)));
    const pages = contentPlaces(design, (key) => design.get(key)?.head);
    for (const { code, field, ...fault } of takenPaths(pages, patterns, only))
      yield { ...common, ...fault, place: { document: keys.content(code), field } };
  },
};

const isAboutPaths = (key: string): boolean => key === keys.paths || key.startsWith('content/');

const patternsIn = (document: DraftDocument | undefined): PathPatterns =>
  patternsOf(document && closeAs('paths', document));

const hasOtherPatterns = (looked: readonly Looked[], patterns: PathPatterns): boolean =>
  looked.some(({ key, before }) => key === keys.paths && !isSame(patternsIn(before), patterns));
