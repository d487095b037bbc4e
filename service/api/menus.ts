/** The menus of a draft: where each is used, and what in it leads nowhere any more. */
import { closedState, menuUsers, nameOf } from '@parlour/core/design';
import { patternsOf, codeOf, keys } from '@parlour/core/documents';
import type { Link } from '@parlour/core/fields';
import { routes } from '@parlour/contract';
import { pathsOf } from '../records/catalogue.js';
import { openDraft } from '../records/drafts.js';
import { implement, type Api } from './implement.js';

export function menuRoutes(api: Api): void {
  const { db } = api;

  implement(api, routes.listMenus, async ({ store, design }) => {
    const draft = await openDraft(db, design);
    const state = closedState(draft);
    const patterns = patternsOf(state.get(keys.paths));
    const found = [...draft.keys()].sort().flatMap((key) => {
      const document = key.startsWith('menu/') ? draft.get(key) : undefined;
      return document ? [{ code: codeOf(key), document, entries: Object.values(document.nodes) }] : [];
    });
    const linked = found.flatMap(({ entries }) => entries.flatMap(({ values }) => pageOf(values['link']) ?? []));
    const paths = await pathsOf(db, { storeId: store.id, patterns, state, translation: null, prefix: '' }, [
      ...new Set(linked),
    ]);
    return {
      menus: found.map(({ code, document, entries }) => ({
        code,
        name: String(document.head['name']),
        entries: entries.length,
        uses: menuUsers(draft, code, design.kinds).map((key) => {
          const user = draft.get(key);
          return { key, name: user ? nameOf(user) : key };
        }),
        gone: entries.flatMap(({ id, values }) => {
          const page = pageOf(values['link']);
          return page === null || paths.has(page) ? [] : [{ entry: id, label: String(values['label'] ?? ''), page }];
        }),
      })),
    };
  });
}

const pageOf = (link: unknown): string | null => {
  // A menu entry’s field of that name is a link.
  const target = link as Link | null | undefined;
  return target && 'to' in target ? target.to : null;
};
