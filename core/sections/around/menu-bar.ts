/** The store's name and a menu. */
import { menu, toggle } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html, type Markup } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import type { MenuEntry } from '../../kinds/menu.js';

export const menuBar = defineKind(
  {
    name: 'menu-bar',
    version: 1,
    title: 'Menu bar',
    sentence: 'A menu, with the store’s name in front if wanted; the entry of the open page is marked.',
    fields: {
      menu: menu('Menu', 'Which of the design’s menus is shown.'),
      storeName: toggle('Store name', 'Shows the name of the store as a link to the home page.', { default: true }),
    },
    sketch: [
      6,
      {
        shares: [3, 2],
        beside: [
          { stack: [{ when: 'storeName', draw: 'title', width: 240, height: 30 }] },
          { grid: [10, { draw: 'text', height: 12 }, 10], across: 5, count: 5, rows: 1 },
        ],
      },
      6,
    ],
  },
  {
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
      return html`<div class="menu-bar">${values.storeName && home && html`<a class="menu-bar-name" ${home}>${view.store.name}</a>`}${shown && html`<nav aria-label="${menu?.name || view.word('menu')}">${shown}</nav>`}</div>`;
    },
    css: css`
      .menu-bar {
        display: flex;
        flex-wrap: wrap;
        align-items: baseline;
        justify-content: space-between;
        gap: 0.5rem 2.5rem;
      }
      .menu-bar-name {
        font: var(--title-weight) 1.6rem/1.2 var(--title-font);
        text-decoration: none;
      }
      ul {
        display: flex;
        flex-wrap: wrap;
        gap: 0.25rem 1.75rem;
        list-style: none;
        margin: 0;
        padding: 0;
      }
      nav :is(a, span) {
        display: inline-block;
        padding-block: 0.35rem;
      }
      nav a {
        text-decoration: none;
        border-block-end: 2px solid transparent;
      }
      nav a:hover {
        border-color: var(--line);
      }
      nav a[aria-current] {
        border-color: var(--hover);
      }
      ul ul {
        display: grid;
        gap: 0;
        padding-inline-start: 1rem;
        font-size: 0.9375rem;
      }
      @media (hover: hover) and (min-width: 600px) {
        li {
          position: relative;
        }
        ul ul {
          position: absolute;
          inset-block-start: 100%;
          inset-inline-end: 0;
          z-index: 5;
          visibility: hidden;
          min-width: 12rem;
          padding: 0.5rem 1.25rem;
          background: var(--background);
          border: 1px solid var(--line);
        }
        li:is(:hover, :focus-within) > ul {
          visibility: visible;
        }
        ul ul ul {
          position: static;
          border: 0;
          padding-block: 0;
        }
      }
    `,
  },
);
