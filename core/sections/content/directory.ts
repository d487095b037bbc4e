/** Everything of one sort that the store has, as links. */
import { choice, menu, text, toggle } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html, NOTHING, type Markup } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import type { MenuEntry } from '../../kinds/menu.js';
import type { DirectoryNeed } from '../../kinds/needs.js';
import type { View } from '../../kinds/view.js';

/** A line of the directory, with those inside it. */
interface Line {
  readonly label: string;
  /** The attributes of its link; null if it leads nowhere. */
  readonly to: Markup | null;
  readonly isHere: boolean;
  /** The language of its label, where that is not the page's. */
  readonly lang?: Markup;
  readonly inside: readonly Line[];
}

const need = (of: DirectoryNeed['of']): DirectoryNeed => ({ type: 'directory', of });

export const directory = defineKind(
  {
    name: 'directory',
    version: 1,
    title: 'Directory',
    sentence: 'All collections, brands or categories of the store, or a menu, as links below each other.',
    alsoCalled: ['sidebar', 'category list', 'site map'],
    fields: {
      title: text('Title', 'The heading over the links; leave empty for none.', { max: 80 }),
      of: choice(
        'Of what',
        'What is listed.',
        { collections: 'Collections', brands: 'Brands', categories: 'Categories', menu: 'A menu' },
        'collections',
      ),
      menu: menu('Menu', 'The menu that is listed.', { counts: { where: 'of', is: ['menu'] } }),
      folded: toggle('Folded', 'Shows the title alone until it is opened; without a title nothing is folded.'),
      open: toggle('Open at first', 'Whether what is folded is open when the page opens.', { default: true }),
    },
    caption: 'of',
    says: ['menu'],
    sketch: [
      { when: 'title', stack: [{ draw: 'text', width: 160, height: 14 }, 14] },
      { across: 1, count: 5, rows: 5, grid: [{ draw: 'text', width: 200, height: 10 }, 12] },
    ],
  },
  {
    needs: ({ of }) => (of === 'menu' ? [] : [need(of)]),
    view({ title, of, menu: code, folded, open }, view) {
      const lines = of === 'menu' ? menuLines(view.menu(code)?.entries ?? [], view) : listed(view, of);
      const list = (some: readonly Line[]): Markup | false => {
        const items = some.map(({ label, to, isHere, inside, lang = NOTHING }) => {
          const inner = list(inside);
          if (to) return html`<li><a ${to}${lang}${isHere && html` aria-current="page"`}>${label}</a>${inner}</li>`;
          return inner && html`<li><span>${label}</span>${inner}</li>`;
        });
        return items.some(Boolean) && html`<ul>${items}</ul>`;
      };
      const shown = list(lines);
      if (!shown) return view.standIn('Links show here as soon as there is something to lead to.');
      const nav = html`<nav class="directory" aria-label="${title || view.word('menu')}">${shown}</nav>`;
      if (title === '') return nav;
      if (folded)
        return html`<details${open && html` open`}><summary class="directory-title"${view.part('title')}>${title}</summary>${nav}</details>`;
      return html`<p class="directory-title"${view.part('title')}>${title}</p>${nav}`;
    },
    css: css`
      .directory {
        text-align: start;
      }
      .directory-title {
        margin: 0 0 0.35em;
        font-weight: 600;
      }
      summary {
        cursor: pointer;
      }
      ul {
        margin: 0;
        padding: 0;
        list-style: none;
      }
      ul ul {
        padding-inline-start: 1em;
        font-size: 0.9375em;
      }
      :is(li > a, li > span) {
        display: inline-block;
        padding-block: 0.25em;
        text-decoration: none;
      }
      a:is(:hover, [aria-current]) {
        text-decoration: underline;
      }
    `,
  },
);

const menuLines = (entries: readonly MenuEntry[], view: View): Line[] =>
  entries.map(({ label, link, entries: inside }) => ({
    label,
    to: view.link(link),
    isHere: link !== null && 'to' in link && link.to === view.page.code,
    inside: menuLines(inside, view),
  }));

/** What the catalogue has, those inside others below them. */
function listed(view: View, of: DirectoryNeed['of']): Line[] {
  const all = view.data(need(of));
  const below = (parent: string | null): Line[] =>
    all
      .filter((one) => one.parent === parent)
      .map((one) => ({ ...one, lang: view.langOf(one, 'title') }))
      .map(({ page, path, title, lang }) => ({
        label: title,
        lang,
        to: html`href="${path}"`,
        isHere: page === view.page.code,
        inside: page === '' ? [] : below(page),
      }));
  return below(null);
}
