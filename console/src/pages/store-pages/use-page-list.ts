/** The list of store pages: what it is narrowed and sorted by, and as much of it as was asked for. */
import type { PageKind, PageSort } from '@parlour/core/pages';
import { routes, type AnswerOf } from '@parlour/contract';
import { computed } from 'vue';
import { useAnswer, useParts } from '../../answers';
import { inAddress } from '../../in-address';
import { rested } from '../../rested';

export type Page = AnswerOf<typeof routes.listPages>['pages'][number];
export type Template = AnswerOf<typeof routes.listTemplates>['templates'][number];

const AT_ONCE = 100;

/** The list as its table shows it. */
export function usePageList() {
  const search = inAddress('search');
  const pageKind = inAddress<PageKind>('kind');
  const template = inAddress('template');
  /** What the list is sorted by, `-title` in reverse; null for the order of the kinds. */
  const sort = inAddress<PageSort | `-${PageSort}`>('sort');

  const words = rested(search);
  const query = computed(() => ({
    search: words.value || undefined,
    pageKind: pageKind.value || undefined,
    template: template.value || undefined,
    sort: sort.value || undefined,
  }));
  const { parts, loading, hasMore, more } = useParts(
    routes.listPages,
    () => query.value,
    (cursor) => ({ query: { ...query.value, cursor, limit: AT_ONCE } }),
  );
  const { data } = useAnswer(routes.listTemplates);

  return {
    pages: computed<readonly Page[]>(() => parts.value.flatMap((part) => part.pages)),
    templates: computed<readonly Template[]>(() => data.value?.templates ?? []),
    total: computed(() => parts.value[0]?.total ?? 0),
    renewing: computed(() => parts.value[0]?.renewing ?? null),
    loading,
    hasMore,
    more,
    search,
    pageKind,
    template,
    sort,
  };
}
