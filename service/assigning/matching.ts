/** The pages that a condition matches which nobody has kept: each page of the kind is asked. */
import { Problem } from '@parlour/core';
import { pathOf, type DesignState } from '@parlour/core/documents';
import { isPageKind, pageCode, parseRule, readyRule, type PageCode } from '@parlour/core/pages';
import type { Records } from '../records/database.js';
import { settingOf } from './setting.js';
import { subjectsOf } from './subjects.js';

/**
 * The codes of the pages of a kind that a rule given as text matches.
 * @throws Problem `bad-input` without a kind, `bad-rule`
 */
export async function pagesMatching(
  db: Records,
  storeId: number,
  state: DesignState,
  kind: string | undefined,
  when: string,
): Promise<PageCode[]> {
  if (kind === undefined || !isPageKind(kind))
    throw new Problem('bad-input', 'A rule asks for pages of one kind.', {
      place: 'pageKind',
      remedy: 'Name the page kind too.',
    });
  const { decimals, patterns } = await settingOf(db, storeId, state);
  const rule = readyRule(parseRule(when, kind), decimals);
  const found: PageCode[] = [];
  for await (const batch of subjectsOf(db, storeId, kind, state))
    for (const { code, slug, facts } of batch)
      if (rule.matches(facts(kind === 'not-found' ? '' : pathOf(patterns, kind, slug))))
        found.push(pageCode({ kind, code }));
  return found;
}
