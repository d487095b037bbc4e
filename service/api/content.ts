/** The content pages of a draft, as a list. */
import {
  closedState,
  codeOf,
  keys,
  menuEntries,
  pathOf,
  patternsOf,
  unreachedPages,
  type ContentDocument,
  type MenuDocument,
  type MenuEntry,
  type PathsDocument,
} from '@parlour/core';
import { routes } from '@parlour/contract';
import { openDraft } from '../records/drafts.js';
import { implement, type Api } from './implement.js';

export function contentRoutes(api: Api): void {
  implement(api, routes.listContent, async ({ design }) => {
    const state = closedState(await openDraft(api.db, design));
    const patterns = patternsOf(state.get(keys.paths) as PathsDocument | undefined);
    const all = [...state.keys()].sort();
    const menus = all.flatMap((key) => {
      if (!key.startsWith('menu/')) return [];
      const menu = state.get(key) as MenuDocument;
      return [{ code: codeOf(key), name: menu.name, leadsTo: new Set(leadsTo(menuEntries(menu, null))) }];
    });
    const unreached = new Set(unreachedPages(state));
    return {
      content: all.flatMap((key) => {
        if (!key.startsWith('content/')) return [];
        const page = state.get(key) as ContentDocument;
        const code = codeOf(key);
        return [
          {
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
          },
        ];
      }),
    };
  });
}

const leadsTo = (entries: readonly MenuEntry[]): string[] =>
  entries.flatMap(({ link, entries: inside }) => [...(link && 'to' in link ? [link.to] : []), ...leadsTo(inside)]);
