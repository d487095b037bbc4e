/** The rules of assignments: they ask what pages of the kind have, and some page can meet them. */
import { checkRule } from '../../../pages/rule.js';
import { eachDocument } from '../check.js';
import { caught } from '../finding.js';
import { headValue, ruleEntry } from '../../../documents/heads.js';
import { sure } from '../../../sure.js';

export const ruleSense = eachDocument(function* ({ key, document: { type, head }, nodes }) {
  if (type !== 'assignments') return;
  for (const { id, values } of nodes)
    yield* caught({ document: key, node: id }, () =>
      checkRule(sure(ruleEntry(values).when), headValue(head, 'pageKind')),
    );
});
