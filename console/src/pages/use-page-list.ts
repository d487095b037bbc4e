/** The list of store pages: what it is narrowed and sorted by, and as much of it as was asked for. */
import type { PageKind, PageSort } from '@parlour/core';
import { routes, type AnswerOf } from '@parlour/contract';
import { onMounted, ref, watch } from 'vue';
import { attempt, call } from '../api';
import { inAddress } from '../in-address';
import { news } from '../live';
import { takingTurns } from '../turns';

export type Page = AnswerOf<typeof routes.listPages>['pages'][number];
export type Template = AnswerOf<typeof routes.listTemplates>['templates'][number];

/** How long typing rests before the list follows it, in milliseconds. */
const REST = 200;

/** The list as its table shows it. */
export function usePageList() {
  const pages = ref<Page[]>([]);
  const templates = ref<Template[]>([]);
  const total = ref(0);
  const next = ref<string | null>(null);
  const renewing = ref<AnswerOf<typeof routes.listPages>['renewing']>(null);
  const loading = ref(true);
  const search = inAddress('search');
  const pageKind = inAddress<PageKind>('kind');
  const template = inAddress('template');
  /** What the list is sorted by, `-title` in reverse; null for the order of the kinds. */
  const sort = inAddress<PageSort | `-${PageSort}`>('sort');

  const ask = takingTurns();
  async function load(more = false): Promise<void> {
    const counts = ask();
    loading.value = true;
    await attempt(async () => {
      const wanted = {
        search: search.value || undefined,
        pageKind: pageKind.value || undefined,
        template: template.value || undefined,
        sort: sort.value || undefined,
        cursor: more ? (next.value ?? undefined) : undefined,
        limit: 100,
      };
      const [answer, all] = await Promise.all([call(routes.listPages, { query: wanted }), call(routes.listTemplates)]);
      if (!counts()) return;
      pages.value = more ? [...pages.value, ...answer.pages] : answer.pages;
      total.value = answer.total;
      renewing.value = answer.renewing;
      next.value = answer.next;
      templates.value = all.templates;
    });
    loading.value = false;
  }

  /** Up, down, and back to the order of the kinds. */
  function sortBy(by: PageSort): void {
    sort.value = sort.value === by ? `-${by}` : sort.value === `-${by}` ? null : by;
  }
  const ariaSort = (by: PageSort): 'ascending' | 'descending' | undefined =>
    sort.value === by ? 'ascending' : sort.value === `-${by}` ? 'descending' : undefined;

  let resting: ReturnType<typeof setTimeout> | undefined;
  watch(search, () => {
    clearTimeout(resting);
    resting = setTimeout(() => void load(), REST);
  });
  watch([pageKind, template, sort, news], () => void load());
  onMounted(() => load());

  return { pages, templates, total, next, renewing, loading, search, pageKind, template, load, sortBy, ariaSort };
}
