/** Links below or beside each other, from a menu or its own. */
import { choice, entries, link, reference, text, toggle } from '../../fields/make.js';
import type { Link } from '../../fields/field.js';
import { css } from '../../kinds/css.js';
import { html, NOTHING, type Markup } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';

/** A link of its own, or an entry of a menu. */
interface Linked {
  /** Of an own one. */
  readonly id?: string;
  readonly label: string;
  readonly link: Link | null;
  readonly entries?: readonly Linked[];
}

export const linkList = defineKind(
  {
    name: 'link-list',
    version: 1,
    title: 'Link list',
    sentence: 'Links below or beside each other: those of a menu, or its own.',
    alsoCalled: ['footer links', 'navigation'],
    fields: {
      title: text('Title', 'The heading over the links; leave empty for none.', { max: 80 }),
      menu: reference('Menu', 'The menu whose entries are shown; leave empty for the links below.', 'menu'),
      links: entries(
        'Links',
        'Links of its own, shown while no menu is chosen.',
        'link',
        {
          label: text('Label', 'What the link says.', { max: 80, required: true }),
          link: link('Leads to', 'A page of the store, or a free web address.'),
        },
        { max: 40 },
      ),
      direction: choice(
        'Direction',
        'Links below each other, or beside each other.',
        { down: 'Below each other', across: 'Beside each other' },
        'down',
      ),
      bullets: toggle('Bullets', 'Shows a bullet before each link; beside each other they have none.'),
    },
    caption: 'title',
    says: ['menu'],
    sketch: [
      6,
      { when: 'title', stack: [{ draw: 'title', width: 160, height: 20 }, 16] },
      {
        when: { of: 'direction', is: 'down' },
        stack: [{ draw: 'text', width: 130, height: 10 }, 14, { draw: 'text', width: 170, height: 10 }, 14],
      },
      {
        when: { of: 'direction', is: 'across' },
        grid: [{ draw: 'text', width: 120, height: 10 }, 10],
        across: 5,
        count: 4,
        rows: 1,
      },
      6,
    ],
  },
  {
    view({ title, menu: code, links, direction, bullets }, view) {
      const menu = code === '' ? null : view.menu(code);
      const linked: readonly Linked[] = menu?.entries ?? links;
      const list = (some: readonly Linked[]): Markup | false => {
        const items = some.map(({ id, label, link, entries: inside = [] }) => {
          const to = view.link(link);
          const here = link && 'to' in link && link.to === view.page.code;
          const inner = list(inside);
          const part = id === undefined ? NOTHING : view.part('label', { id });
          if (to) return html`<li><a ${to}${here && html` aria-current="page"`}${part}>${label}</a>${inner}</li>`;
          return inner && html`<li><span${part}>${label}</span>${inner}</li>`;
        });
        return items.some(Boolean) && html`<ul>${items}</ul>`;
      };
      const shown = list(linked);
      if (!shown) return view.standIn('Links show here once a menu with entries is chosen, or links are added.');
      const name = title || menu?.name || view.word('menu');
      return html`${title !== '' && html`<p class="links-title"${view.part('title')}>${title}</p>`}<nav class="links-${direction}${bullets && ' links-bullets'}" aria-label="${name}">${shown}</nav>`;
    },
    css: css`
      .links-title {
        margin: 0 0 0.5em;
        font-family: var(--title-font);
        font-weight: var(--title-weight);
      }
      ul {
        display: grid;
        gap: 0.25em;
        margin: 0;
        padding: 0;
        list-style: none;
      }
      .links-across > ul {
        display: flex;
        flex-wrap: wrap;
        gap: 0.25em 1.75em;
      }
      &.align-centre .links-across > ul {
        justify-content: center;
      }
      &.align-end .links-across > ul {
        justify-content: end;
      }
      .links-down.links-bullets ul {
        padding-inline-start: 1.2em;
        list-style: disc;
      }
      ul ul {
        padding-inline-start: 1em;
        font-size: 0.9375em;
      }
      :is(a, span) {
        display: inline-block;
        padding-block: 0.25em;
      }
      a {
        text-decoration: none;
      }
      a:is(:hover, [aria-current]) {
        text-decoration: underline;
      }
    `,
  },
);
