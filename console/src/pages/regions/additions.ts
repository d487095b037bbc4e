/** The pages an addition is for, as its form shows them. */
import type { Target } from '@parlour/core/documents';
import { printRule } from '@parlour/core/pages';
import { routes } from '@parlour/contract';
import { call } from '../../api';

export interface TargetPages {
  readonly total: number;
  /** The titles of some of them. */
  readonly some: readonly string[];
  /** The first of them; null if there is none. */
  readonly first: string | null;
}

const SAMPLE = 4;

/** The pages a target means now. */
export async function pagesOfTarget(target: Target): Promise<TargetPages> {
  const query =
    'page' in target
      ? { pages: target.page }
      : {
          pageKind: target.pageKind,
          limit: SAMPLE,
          ...('when' in target && target.when && { when: printRule(target.when) }),
        };
  const { total, pages } = await call(routes.listPages, { query });
  return { total, some: pages.map(({ title }) => title), first: pages[0]?.page ?? null };
}
