/** The store's name and a menu. */
import { menu, toggle } from '../../fields/field.js';
import { html } from '../../render/html.js';
import { mark } from '../../plan/sketch.js';
import { defineKind } from '../kind.js';

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
    const home = view.href({ to: 'home' });
    return html`<div class="menu-bar">${values.storeName && home && html`<a class="menu-bar-name" href="${home}">${view.store.name}</a>`}<nav aria-label="${menu?.name ?? 'Menu'}"><ul>${(
      menu?.entries ?? []
    ).map((entry) => {
      const href = view.href(entry.link);
      const here = entry.link && 'to' in entry.link && entry.link.to === view.page.code;
      return href && html`<li><a href="${href}"${here && html` aria-current="page"`}>${entry.label}</a></li>`;
    })}</ul></nav></div>`;
  },
  css: `.menu-bar{display:flex;flex-wrap:wrap;align-items:baseline;justify-content:space-between;gap:.5rem 2.5rem}.menu-bar-name{font:500 1.6rem/1.2 var(--title-font);text-decoration:none}.menu-bar ul{display:flex;flex-wrap:wrap;gap:.25rem 1.75rem;list-style:none;margin:0;padding:0}.menu-bar nav a{display:inline-block;padding-block:.35rem;text-decoration:none;border-block-end:2px solid transparent}.menu-bar nav a:hover{border-color:var(--line)}.menu-bar nav a[aria-current]{border-color:var(--accent)}.region-header .k-menu-bar{border-block-end:1px solid var(--line)}`,
  sketch: ({ storeName }) => ({
    height: 44,
    marks: [
      ...(storeName ? [mark('title', 0, 6, 240, 30)] : []),
      ...[0, 1, 2, 3, 4].map((i) => mark('text', 720 + i * 98, 16, 74, 12)),
    ],
  }),
});
