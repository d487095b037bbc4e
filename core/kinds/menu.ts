/** Menus as views read them, and what they need to know. */
import type { Entry, Link, MenuDocument } from '../design/document.js';
import type { Need } from './data.js';

/** The entries of a menu with their own entries, as views read them. */
export interface MenuEntry {
  readonly id: string;
  readonly label: string;
  readonly link: Link | null;
  readonly entries: readonly MenuEntry[];
}

/** The entries of a menu, those inside others with them; made once for each menu. */
export function menuEntries(menu: MenuDocument): readonly MenuEntry[] {
  let found = kept.get(menu);
  if (!found) kept.set(menu, (found = entriesOf(menu)));
  return found;
}

// Documents never change, so the entries of each are made once.
const kept = new WeakMap<MenuDocument, readonly MenuEntry[]>();

const entriesOf = (menu: MenuDocument): MenuEntry[] =>
  (menu.lists?.['entries'] ?? []).map(function entry({ id, values, lists }: Entry): MenuEntry {
    return {
      id,
      label: String(values['label'] ?? ''),
      link: (values['link'] as Link | null | undefined) ?? null,
      entries: (lists?.['entries'] ?? []).map(entry),
    };
  });

/** The pages a menu's entries lead to. */
export const menuNeeds = (menu: MenuDocument): Need[] =>
  menuEntries(menu).flatMap(function needs({ link, entries }: MenuEntry): Need[] {
    return [...linkNeeds(link), ...entries.flatMap(needs)];
  });

/** What has to be known to draw links. */
export const linkNeeds = (link: Link | null): Need[] => (link && 'to' in link ? [{ type: 'path', page: link.to }] : []);
