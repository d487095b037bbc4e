/** The content pages of a draft, as a list. */
import { closedState } from '@parlour/core/design';
import { pathOf, patternsOf, codeOf, keys, documentsIn } from '@parlour/core/documents';
import { menuEntries, type MenuEntry } from '@parlour/core/kinds';
import { unreachedPages } from '@parlour/core/set-up';
import { routes } from '@parlour/contract';
import { openDraft } from '../records/drafts.js';
import { implement, type Api } from './implement.js';

export function contentRoutes(api: Api): void {
  implement(api, routes.listContent, async ({ design }) => {
    const state = closedState(await openDraft(api.db, design));
    const patterns = patternsOf(state.get(keys.paths));
    const menus = [...documentsIn(state, 'menu')].sort(byKey).map(([key, menu]) => ({
      code: codeOf(key),
      name: menu.name,
      leadsTo: new Set(leadsTo(menuEntries(menu, null))),
    }));
    const unreached = new Set(unreachedPages(state));
    return {
      content: [...documentsIn(state, 'content')].sort(byKey).map(([key, page]) => {
        const code = codeOf(key);
        return {
          code,
          title: page.title,
          path: pathOf(patterns, 'content', page.slug),
          readyMade: page.readyMade ?? false,
          visible: page.visible ?? 'everyone',
          from: page.from ?? '',
          date: page.date ?? '',
          labels: [...(page.labels ?? [])],
          reached: !unreached.has(code),
          menus: menus.flatMap(({ leadsTo, ...menu }) => (leadsTo.has(`content:${code}`) ? [menu] : [])),
        };
      }),
    };
  });
}

const byKey = ([one]: readonly [string, unknown], [other]: readonly [string, unknown]): number =>
  one < other ? -1 : 1;

const leadsTo = (entries: readonly MenuEntry[]): string[] =>
  entries.flatMap(({ link, entries: inside }) => [...(link && 'to' in link ? [link.to] : []), ...leadsTo(inside)]);
