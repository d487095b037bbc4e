/** An addition says for which pages it is: for one, or for those of a kind. */
import { parsePage } from '../../../pages/page.js';
import { checkRule } from '../../../pages/rule.js';
import { eachDocument } from '../check.js';
import { caught, type Finding } from '../finding.js';
import { headValue } from '../../../documents/heads.js';

export const additionTarget = eachDocument(function* ({ key, document: { type, head }, paths }) {
  if (type !== 'addition' || paths.length === 0) return;
  const place = { document: key };
  const wrong = (sentence: string, remedy: string): Finding => ({
    code: 'bad-value',
    sentence,
    severity: 'fault',
    place: { ...place, field: 'target' },
    remedy,
  });
  const kind = headValue(head, 'target.pageKind');
  const page = headValue(head, 'target.page');
  const when = headValue(head, 'target.when');
  if (page !== undefined) {
    yield* caught(place, () => parsePage(page));
    if (kind !== undefined || when)
      yield wrong('An addition is for one page or for a kind of pages, not both.', 'Remove one of them.');
  } else if (kind === undefined)
    yield wrong('An addition must say which pages it is for.', 'Name a page, or a page kind with or without a rule.');
  else if (when) yield* caught(place, () => checkRule(when, kind));
});
