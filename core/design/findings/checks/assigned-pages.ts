/** Which pages have a template of their own: only those of the kind, and not more than a rule would serve better. */
import { kindInWords, PAGE_KINDS, parsePage, type PageKind } from '../../../pages/page.js';
import { LIMITS } from '../../limits.js';
import { Problem } from '../../../problem.js';
import { eachDocument } from '../check.js';
import { caught } from '../finding.js';
import { headValue } from '../../../documents/heads.js';

const PAGES = 'pages.';

export const assignedPages = eachDocument(function* ({ key, document: { type, head }, paths }) {
  if (type !== 'assignments' || paths.length === 0) return;
  const kind = headValue(head, 'pageKind');
  const assigned = Object.keys(head).filter((path) => path.startsWith(PAGES)).length;
  if (assigned > LIMITS.pagesAssigned)
    yield {
      code: 'limit-reached',
      sentence: `At most ${LIMITS.pagesAssigned.toLocaleString('en')} ${kindInWords(kind)} pages can have a template of their own.`,
      severity: 'fault',
      place: { document: key, field: 'pages' },
      remedy: 'Use a rule for that many pages.',
    };
  for (const path of paths)
    if (path.startsWith(PAGES) && head[path] !== undefined)
      yield* caught({ document: key }, () => mustBeOfKind(path.slice(PAGES.length), kind));
});

/** @throws Problem unless the page is of the kind */
function mustBeOfKind(page: string, kind: PageKind): void {
  const found = parsePage(page).kind;
  if (found === kind && PAGE_KINDS[kind].subject !== null) return;
  throw new Problem('bad-page-code', `“${page}” is not a ${kind} page that can have a template of its own.`, {
    place: 'field',
    remedy: `Write it as ${kind}:CODE, or assign the standard.`,
  });
}
