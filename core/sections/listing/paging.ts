/** The way to the other pages of the listing. */
import { css } from '../../kinds/css.js';
import { html, NOTHING, type Markup } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { PAGE_NAME, pagesShown, pagesOf } from '../../kinds/paging.js';

export const paging = defineKind(
  {
    name: 'paging',
    version: 1,
    title: 'Paging',
    sentence: 'Links to the other pages of the listing; nothing where one page is enough.',
    alsoCalled: ['pagination', 'pages'],
    fields: {},
    query: [PAGE_NAME],
    ofListing: true,
    says: ['page-after', 'page-before', 'page-number', 'pages'],
    sketch: [
      {
        x: 320,
        y: 0,
        width: 560,
        inset: [{ grid: [10, { draw: 'box', height: 44 }], across: 7, count: 7, rows: 1 }],
      },
    ],
  },
  {
    needs: (_values, { listing }) => (listing ? [listing] : []),
    view(_values, view) {
      const { listing } = view.page;
      if (!listing) return NOTHING;
      const last = pagesOf(view.data(listing).total, listing.size);
      if (last < 2) return NOTHING;
      const to = (page: number): string => view.address({ [PAGE_NAME]: page === 1 ? undefined : String(page) });
      const step = (page: number, rel: 'prev' | 'next', label: string): Markup | false =>
        page >= 1 &&
        page <= last &&
        html`<a class="paging-${rel}" rel="${rel}" href="${to(page)}" data-follow="top">${label}</a>`;
      const pages = pagesShown(listing.page, last).map((page) => {
        if (page === null) return html`<li aria-hidden="true">…</li>`;
        const label = view.word('page-number', { number: page });
        return page === listing.page
          ? html`<li><a href="${to(page)}" aria-label="${label}" aria-current="page" data-follow="top">${page}</a></li>`
          : html`<li><a href="${to(page)}" aria-label="${label}" data-follow="top">${page}</a></li>`;
      });
      return html`<nav class="paging" aria-label="${view.word('pages')}">${step(listing.page - 1, 'prev', view.word('page-before'))}<ol>${pages}</ol>${step(listing.page + 1, 'next', view.word('page-after'))}</nav>`;
    },
    css: css`
      .paging,
      ol {
        display: flex;
        flex-wrap: wrap;
        justify-content: center;
        align-items: center;
        gap: 0.35em;
      }
      .paging {
        gap: 0.35em 1.25em;
      }
      ol {
        list-style: none;
        margin: 0;
        padding: 0;
      }
      a {
        display: grid;
        place-items: center;
        min-inline-size: 2.75em;
        min-block-size: 2.75em;
        padding-inline: 0.5em;
        text-decoration: none;
        border: 1px solid transparent;
        border-radius: min(var(--radius), var(--field-corner));
      }
      a:hover {
        border-color: var(--line);
      }
      a[aria-current] {
        border-color: var(--accent);
        font-weight: 600;
      }
    `,
  },
);
