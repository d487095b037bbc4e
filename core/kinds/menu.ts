/** Menus as views read them, and what they need to know. */
import type { Entry, MenuDocument } from '../documents/document.js';
import type { Link } from '../fields/field.js';
import type { Need } from './needs.js';

/** An entry of a menu with those inside it, as views read them. */
export interface MenuEntry {
  readonly id: string;
  readonly label: string;
  readonly link: Link | null;
  /** A few words below the label; may be empty. */
  readonly description: string;
  /** A short word beside the label; may be empty. */
  readonly badge: string;
  readonly entries: readonly MenuEntry[];
}

/**
 * The entries of a menu, those inside others with them; made once for each menu and language.
 * @param translation the language labels are wanted in, where it is not the leading one
 */
export function menuEntries(menu: MenuDocument, translation: string | null): readonly MenuEntry[] {
  let languages = kept.get(menu);
  if (!languages) kept.set(menu, (languages = new Map()));
  let found = languages.get(translation);
  if (!found) languages.set(translation, (found = entriesOf(menu, translation)));
  return found;
}

// Documents never change, so the entries of each are made once.
const kept = new WeakMap<MenuDocument, Map<string | null, readonly MenuEntry[]>>();

function entriesOf(menu: MenuDocument, translation: string | null): MenuEntry[] {
  const shownOf = (entries: readonly Entry[] = []): MenuEntry[] =>
    entries
      .filter(({ values }) => values['hidden'] !== true)
      .map(({ id, values, lists }) => {
        const text = (name: string): string =>
          String((translation === null ? undefined : values[`${name}@${translation}`]) ?? values[name] ?? '');
        return {
          id,
          label: text('label'),
          // A menu entry’s field of that name is a link.
          link: (values['link'] as Link | null | undefined) ?? null,
          description: text('description'),
          badge: text('badge'),
          entries: shownOf(lists?.['entries']),
        };
      });
  return shownOf(menu.lists?.['entries']);
}

/** The pages a menu's entries lead to. */
export const menuNeeds = (menu: MenuDocument): Need[] =>
  menuEntries(menu, null).flatMap(function needs({ link, entries }: MenuEntry): Need[] {
    return [...linkNeeds(link), ...entries.flatMap(needs)];
  });

/** What has to be known to draw links. */
export const linkNeeds = (link: Link | null): Need[] =>
  link && 'to' in link && link.to !== 'home' ? [{ type: 'path', page: link.to }] : [];
