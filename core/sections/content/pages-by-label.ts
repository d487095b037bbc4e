/** Content pages that have a label: news, guides. */
import { choice, number, text, toggle } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import type { PagesNeed } from '../../kinds/needs.js';
import { pictureTag } from '../../kinds/picture.js';

const need = ({ label, order, limit }: { label: string; order: 'newest' | 'title'; limit: number }): PagesNeed => ({
  type: 'pages',
  label,
  order,
  limit,
});

export const pagesByLabel = defineKind(
  {
    name: 'pages-by-label',
    version: 1,
    title: 'Pages by label',
    sentence: 'Content pages that have a label, newest first or by title: news, guides, stories.',
    alsoCalled: ['blog', 'articles', 'news', 'posts'],
    fields: {
      title: text('Title', 'The heading over the pages; leave empty for none.', { max: 120 }),
      label: text('Label', 'The label that the pages have; leave empty for the pages that have any.', { max: 60 }),
      order: choice(
        'Order',
        'What decides which comes first.',
        { newest: 'Newest first', title: 'By title' },
        'newest',
      ),
      limit: number('At most', 'How many pages are shown.', { min: 1, max: 60, default: 12 }),
      shown: choice('Shown as', 'Cards with the lead picture, or lines.', { cards: 'Cards', lines: 'Lines' }, 'cards'),
      description: toggle('Description', 'Shows the description of each page.', { default: true }),
      date: toggle('Date', 'Shows the day each was written.', { default: true }),
      author: toggle('Author', 'Shows who wrote each.'),
    },
    caption: 'label',
    sketch: [
      { when: 'title', stack: [{ draw: 'title', width: 300, height: 28 }, 24] },
      {
        when: { of: 'shown', is: 'cards' },
        across: 3,
        count: 3,
        rows: 1,
        grid: [
          { draw: 'picture', height: 200 },
          16,
          { draw: 'text', width: 220, height: 14 },
          12,
          { lines: 2, width: 300 },
        ],
      },
      {
        when: { of: 'shown', is: 'lines' },
        across: 1,
        count: 3,
        rows: 3,
        grid: [{ draw: 'text', width: 320, height: 14 }, 10, { draw: 'text', width: 560, height: 10 }, 24],
      },
    ],
  },
  {
    needs: (values) => [need(values)],
    view(values, view) {
      const { title, shown, description, date, author } = values;
      const pages = view.data(need(values)).filter(({ code }) => code !== view.page.code);
      if (pages.length === 0) return view.standIn('Content pages show here as soon as some have the label.');
      const items = pages.map((page) => {
        const words = html`<a href="${page.path}">${page.title}</a>`;
        const head =
          title === '' ? html`<h2 class="card-title">${words}</h2>` : html`<h3 class="card-title">${words}</h3>`;
        const dated =
          date && page.date !== '' && html`<time datetime="${page.date}">${view.locale.date(page.date)}</time>`;
        const written = author && page.author !== '' && html`<span>${page.author}</span>`;
        const small =
          (dated || written) && html`<p class="page-small">${dated}${dated && written && ' · '}${written}</p>`;
        const about = description && page.description !== '' && html`<p class="page-about">${page.description}</p>`;
        if (shown === 'lines') return html`<li class="page-line">${head}${small}${about}</li>`;
        const picture = page.picture && pictureTag({ ...page.picture, alt: '' }, '(min-width:48rem) 33vw, 100vw');
        return html`<li class="card">${picture && html`<div class="card-picture">${picture}</div>`}${head}${small}${about}</li>`;
      });
      return html`${title !== '' && html`<h2${view.part('title')}>${title}</h2>`}<ul class="page-${shown}">${items}</ul>`;
    },
    css: css`
      ul {
        display: grid;
        gap: var(--gap);
        margin: 0;
        padding: 0;
        list-style: none;
      }
      @container (min-width: 40rem) {
        .page-cards {
          grid-template-columns: repeat(2, minmax(0, 1fr));
        }
      }
      @container (min-width: 60rem) {
        .page-cards {
          grid-template-columns: repeat(3, minmax(0, 1fr));
        }
      }
      .card-picture {
        aspect-ratio: 16/9;
      }
      .card-picture img {
        width: 100%;
        height: 100%;
        object-fit: cover;
      }
      .page-line {
        padding-block-end: var(--gap);
        border-block-end: 1px solid var(--line);
      }
      .page-small,
      .page-about {
        margin: 0.25em 0 0;
      }
      .page-small {
        color: var(--quiet);
        font-size: 0.9375em;
      }
    `,
  },
);
