/** The store's name and a menu. */
import { menu, toggle } from '../../fields/make.js';
import { html, type Markup } from '../../kinds/html.js';
import type { MenuEntry } from '../../kinds/menu.js';
import { mark } from '../../kinds/sketch.js';
import { defineKind } from '../../kinds/kind.js';

export const menuBar = defineKind({
  name: 'menu-bar',
  version: 1,
  title: 'Menu bar',
  sentence: 'A menu, with the store’s name in front if wanted; the entry of the open page is marked.',
  fields: {
    menu: menu('Menu', 'Which of the design’s menus is shown.'),
    storeName: toggle('Store name', 'Shows the name of the store as a link to the home page.', { default: true }),
  },
  readsPage: true,
  needs: () => [{ type: 'path', page: 'home' }],
  view(values, view) {
    const menu = view.menu(values.menu);
    const home = view.link({ to: 'home' });
    const list = (entries: readonly MenuEntry[]): Markup | false => {
      const items = entries.map(({ label, link, entries: inside }) => {
        const to = view.link(link);
        const here = link && 'to' in link && link.to === view.page.code;
        const inner = list(inside);
        if (to) return html`<li><a ${to}${here && html` aria-current="page"`}>${label}</a>${inner}</li>`;
        // An entry that leads nowhere is the title of those inside it.
        return inner && html`<li><span tabindex="0">${label}</span>${inner}</li>`;
      });
      return items.some(Boolean) && html`<ul>${items}</ul>`;
    };
    const shown = list(menu?.entries ?? []);
    return html`<div class="menu-bar">${values.storeName && home && html`<a class="menu-bar-name" ${home}>${view.store.name}</a>`}${shown && html`<nav aria-label="${menu?.name ?? 'Menu'}">${shown}</nav>`}</div>`;
  },
  css: `.menu-bar{display:flex;flex-wrap:wrap;align-items:baseline;justify-content:space-between;gap:.5rem 2.5rem}.menu-bar-name{font:500 1.6rem/1.2 var(--title-font);text-decoration:none}.menu-bar ul{display:flex;flex-wrap:wrap;gap:.25rem 1.75rem;list-style:none;margin:0;padding:0}.menu-bar nav a{display:inline-block;padding-block:.35rem;text-decoration:none;border-block-end:2px solid transparent}.menu-bar nav a:hover{border-color:var(--line)}.menu-bar nav a[aria-current]{border-color:var(--accent)}.menu-bar span{display:inline-block;padding-block:.35rem}.menu-bar ul ul{display:grid;gap:0;padding-inline-start:1rem;font-size:.9375rem}@media (hover:hover) and (min-width:600px){.menu-bar li{position:relative}.menu-bar ul ul{position:absolute;inset-block-start:100%;inset-inline-end:0;z-index:5;visibility:hidden;min-width:12rem;padding:.5rem 1.25rem;background:var(--background);border:1px solid var(--line)}.menu-bar li:hover>ul,.menu-bar li:focus-within>ul{visibility:visible}.menu-bar ul ul ul{position:static;border:0;padding-block:0}}.around-header .k-menu-bar{border-block-end:1px solid var(--line)}`,
  sketch: ({ storeName }) => ({
    height: 44,
    marks: [
      ...(storeName ? [mark('title', 0, 6, 240, 30)] : []),
      ...[0, 1, 2, 3, 4].map((i) => mark('text', 720 + i * 98, 16, 74, 12)),
    ],
  }),
});
