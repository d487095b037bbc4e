/** A menu: beside each other where there is room, behind a button on phones. */
import { choice, menu, toggle } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html, NOTHING, type Markup } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import type { MenuEntry } from '../../kinds/menu.js';

export const menuBar = defineKind(
  {
    name: 'menu-bar',
    version: 1,
    title: 'Menu bar',
    sentence: 'A menu whose entries are beside each other, and behind a button on phones; the open page is marked.',
    alsoCalled: ['navigation', 'nav'],
    fields: {
      menu: menu('Menu', 'Which of the design’s menus is shown.'),
      inside: choice(
        'Entries inside others',
        'How the entries inside an entry open on wide screens.',
        { list: 'A list under the entry', panel: 'A panel across the page, in columns' },
        'list',
      ),
      drawer: toggle('Button on phones', 'On phones the menu is behind a button; otherwise it is always seen.', {
        default: true,
      }),
    },
    says: ['close-menu', 'menu', 'open-menu'],
    sketch: [6, { grid: [10, { draw: 'text', height: 12 }, 10], across: 6, count: 6, rows: 1 }, 6],
  },
  {
    view(values, view) {
      const menu = view.menu(values.menu);
      const list = (entries: readonly MenuEntry[]): Markup | false => {
        const items = entries.map(({ label, link, description, badge, entries: inside }) => {
          const to = view.link(link);
          const here = link && 'to' in link && link.to === view.page.code;
          const inner = list(inside);
          const words = html`${label}${badge !== '' && html` <span class="menu-badge">${badge}</span>`}${description !== '' && html`<small class="menu-about">${description}</small>`}`;
          if (to) return html`<li><a ${to}${here && html` aria-current="page"`}>${words}</a>${inner}</li>`;
          // An entry that leads nowhere is the title of those inside it.
          return inner && html`<li><span class="menu-title" tabindex="0">${words}</span>${inner}</li>`;
        });
        return items.some(Boolean) && html`<ul>${items}</ul>`;
      };
      const shown = list(menu?.entries ?? []);
      if (!shown) return view.standIn('The menu shows here once it has entries.');
      const id = view.id('menu');
      const name = menu?.name || view.word('menu');
      const nav = (more: Markup, inside: Markup): Markup =>
        html`<nav class="menu-bar menu-${values.inside}" aria-label="${name}"${more}>${inside}${shown}</nav>`;
      if (!values.drawer) return nav(NOTHING, NOTHING);
      return html`<button class="menu-open" type="button" popovertarget="${id}"><span class="menu-word">${view.word('open-menu')}</span></button>${nav(html` id="${id}" popover`, html`<button class="menu-close" type="button" popovertarget="${id}" popovertargetaction="hide">${view.word('close-menu')}</button>`)}`;
    },
    css: css`
      /* Above phones, and where a browser knows no such drawers, what is in it is seen at once. */
      .menu-bar {
        display: block;
        position: relative;
        inset: auto;
        width: auto;
        height: auto;
        margin: 0;
        padding: 0;
        border: 0;
        overflow: visible;
        background: none;
        color: inherit;
      }
      .menu-open,
      .menu-close {
        display: none;
        align-items: center;
        gap: 0.5em;
        min-block-size: 2.75em;
        padding: 0 0.75em;
        border: 1px solid currentcolor;
        border-radius: var(--corner);
        background: none;
        color: inherit;
        font: inherit;
        cursor: pointer;
      }
      .menu-open::before {
        content: '';
        width: 1.1em;
        height: 0.7em;
        border-block: 0.125em solid;
        background: linear-gradient(currentcolor, currentcolor) center / 100% 0.125em no-repeat;
      }
      /* A header is one row on phones: its menu stands at the start of the row that it follows, as a sign. */
      @supports selector(:popover-open) {
        @media (max-width: 599px) {
          .around-header:has(> & > .frame-in > .menu-open) {
            display: flex;
            flex-wrap: wrap;
            align-items: center;
          }
          :where(.around-header:has(> & > .frame-in > .menu-open)) > .frame {
            flex: 1 0 100%;
          }
          .around-header > .frame:has(+ & > .frame-in > .menu-open) {
            order: -1;
            flex: 1 1 0;
            min-width: 0;
          }
          .around-header > .frame:has(+ & > .frame-in > .menu-open) > .frame-in {
            width: auto;
            margin-inline: 0.25em var(--margin);
          }
          .around-header > &:has(> .frame-in > .menu-open) {
            order: -2;
            flex: 0 0 auto;
            /* What is asked for its own width must not be a container, which has none. */
            container-type: normal;
          }
          .around-header > &:has(> .frame-in > .menu-open) > .frame-in {
            width: auto;
            margin-inline: calc(var(--margin) - 0.8em) 0;
            padding-block: 0;
          }
          .around-header & .menu-open {
            padding: 0 0.8em;
            border-color: transparent;
          }
          .around-header & .menu-word {
            position: absolute;
            inline-size: 1px;
            block-size: 1px;
            overflow: hidden;
            clip-path: inset(50%);
            white-space: nowrap;
          }
        }
      }
      ul {
        display: flex;
        flex-wrap: wrap;
        gap: 0.25em 1.75em;
        list-style: none;
        margin: 0;
        padding: 0;
      }
      &.align-end ul {
        justify-content: end;
      }
      &.align-centre ul {
        justify-content: center;
      }
      :is(a, .menu-title) {
        display: inline-block;
        padding-block: 0.35em;
      }
      a {
        text-decoration: none;
        border-block-end: 0.125em solid transparent;
      }
      a:hover {
        border-color: var(--line);
      }
      a[aria-current] {
        border-color: var(--current, var(--hover));
      }
      .menu-badge {
        padding: 0.1em 0.5em;
        border-radius: 1em;
        background: var(--badge);
        color: var(--on-badge);
        font-size: 0.75em;
      }
      .menu-about {
        display: block;
        color: var(--quiet);
        font-size: 0.875em;
      }
      ul ul {
        display: grid;
        gap: 0;
        padding-inline-start: 1em;
        font-size: 0.9375em;
      }
      @media (hover: hover) and (min-width: 600px) {
        .menu-list li {
          position: relative;
        }
        ul ul {
          position: absolute;
          inset-block-start: 100%;
          inset-inline-end: 0;
          z-index: 5;
          visibility: hidden;
          min-width: 12em;
          padding: 0.5em 1.25em;
          background: var(--background);
          color: var(--text);
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
        .menu-panel > ul > li > ul {
          inset-inline: 0;
          grid-template-columns: repeat(auto-fill, minmax(12em, 1fr));
          gap: 0.75em 2em;
          padding: 1.25em 1.5em;
        }
      }
      @supports selector(:popover-open) {
        @media (max-width: 599px) {
          .menu-open {
            display: inline-flex;
          }
          .menu-close {
            display: inline-flex;
            margin-block-end: 1em;
          }
          .menu-bar[popover] {
            display: none;
            position: fixed;
            inset-block: 0;
            inset-inline: auto 0;
            width: min(85%, 24em);
            height: 100%;
            padding: 1em 1.25em;
            overflow-y: auto;
            background: var(--background);
            color: var(--text);
            text-align: start;
          }
          .menu-bar:popover-open {
            display: block;
          }
          .menu-bar::backdrop {
            background: color-mix(in srgb, var(--text) 45%, transparent);
          }
          .menu-bar[popover] > ul {
            display: grid;
            gap: 0;
          }
          .menu-bar[popover] :is(a, .menu-title) {
            display: block;
            padding-block: 0.65em;
          }
        }
      }
    `,
  },
);
