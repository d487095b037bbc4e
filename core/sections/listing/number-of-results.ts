/** How many products the listing has. */
import { css } from '../../kinds/css.js';
import { html, NOTHING } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { SEARCH_WORDS } from '../../kinds/query.js';

export const numberOfResults = defineKind(
  {
    name: 'number-of-results',
    version: 1,
    title: 'Number of results',
    sentence: 'How many products the listing of the page has; on the search results, for which words.',
    alsoCalled: ['count', 'hits'],
    fields: {},
    ofListing: true,
    says: ['number-of-results', 'found-for'],
    sketch: [4, { draw: 'text', width: 220, height: 12 }, 4],
  },
  {
    needs: (_values, { listing }) => (listing ? [listing] : []),
    view(_values, view) {
      const { listing, query, kind } = view.page;
      if (!listing) return NOTHING;
      const words = kind === 'search' ? (query[SEARCH_WORDS] ?? '').trim() : '';
      if (kind === 'search' && words === '') return NOTHING;
      const count = view.data(listing).total;
      return html`<p class="number-of-results">${words === '' ? view.word('number-of-results', { count }) : view.word('found-for', { count, words })}</p>`;
    },
    css: css`
      .number-of-results {
        display: flex;
        align-items: center;
        /* As tall as the controls it often stands beside. */
        min-block-size: 2.75em;
        margin: 0;
        color: var(--quiet);
      }
      &.align-centre .number-of-results {
        justify-content: center;
      }
      &.align-end .number-of-results {
        justify-content: flex-end;
      }
    `,
  },
);
