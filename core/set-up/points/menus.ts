import type { PageCode } from '../../pages/page.js';
import { keys, type MenuDocument } from '../../documents/document.js';
import { documentsIn, type DesignState } from '../../documents/state.js';
import { menuEntries, type MenuEntry } from '../../kinds/menu.js';
import { someOf } from '../../words.js';
import type { SetUpPoint } from '../point.js';
import { unreachedPages } from '../reached.js';

export const menus: SetUpPoint = {
  code: 'menus',
  title: 'A way to everything',
  place: 'menus',
  *find(state, { collections }) {
    const reached = new Set([...documentsIn(state, 'menu')].flatMap(([, menu]) => reachedBy(menu)));
    const lost = reached.has('all-collections')
      ? []
      : collections.filter(({ code }) => !reached.has(`collection:${code}`));
    if (reached.size === 0 && lost.length === 0) return yield { sentence: 'No menu leads anywhere yet.' };
    if (lost.length > 0)
      yield {
        sentence: `No menu leads to ${someOf(lost.map(({ title }) => `“${title}”`))}.`,
        pages: lost.map(({ code }) => `collection:${code}`),
      };
    const unreached = unreachedPages(state);
    if (unreached.length > 0)
      yield {
        sentence: `Nothing leads to ${someOf(unreached.map((code) => `“${titleOf(code, state)}”`))}.`,
        pages: unreached.map((code) => `content:${code}`),
      };
  },
  done: () => 'Every collection and every content page can be reached.',
};

const titleOf = (code: string, state: DesignState): string => state.get(keys.content(code))?.title ?? code;

const reachedBy = (menu: MenuDocument): PageCode[] =>
  menuEntries(menu, null).flatMap(function reached({ link, entries }: MenuEntry): PageCode[] {
    return [...(link && 'to' in link ? [link.to] : []), ...entries.flatMap(reached)];
  });
