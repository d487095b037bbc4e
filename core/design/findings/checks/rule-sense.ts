/** The rules of assignments: they ask what pages of the kind have, and some page can meet them. */
import type { PageKind } from '../../../pages/page.js';
import { checkRule, type Rule } from '../../../pages/rule.js';
import { eachDocument } from '../check.js';
import { caught } from '../finding.js';

export const ruleSense = eachDocument(function* ({ key, document: { type, head }, nodes }) {
  if (type !== 'assignments') return;
  for (const { id, values } of nodes)
    yield* caught({ document: key, node: id }, () => checkRule(values['when'] as Rule, head['pageKind'] as PageKind));
});
