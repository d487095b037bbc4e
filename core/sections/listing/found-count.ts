/** How many products the listing has. */
import { css } from '../../kinds/css.js';
import { html, NOTHING } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { FIND_WORDS } from '../../kinds/query.js';

export const foundCount = defineKind(
  {
    name: 'found-count',
    version: 1,
    title: 'Found count',
    sentence: 'How many products the listing of the page has; on the search results, for which words.',
    fields: {},
    says: ['found-count', 'found-for'],
    sketch: [4, { draw: 'text', width: 220, height: 12 }, 4],
  },
  {
    needs: (_values, { listing }) => (listing ? [listing] : []),
    view(_values, view) {
      const { listing, query, kind } = view.page;
      if (!listing) return NOTHING;
      const words = kind === 'find' ? (query[FIND_WORDS] ?? '').trim() : '';
      if (kind === 'find' && words === '') return NOTHING;
      const count = view.data(listing).total;
      return html`<p class="found-count">${words === '' ? view.word('found-count', { count }) : view.word('found-for', { count, words })}</p>`;
    },
    css: css`
      .found-count {
        margin: 0;
        color: var(--quiet);
      }
    `,
  },
);
