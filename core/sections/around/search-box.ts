/** A search field. */
import { text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { SEARCH_WORDS } from '../../kinds/query.js';

export const searchBox = defineKind(
  {
    name: 'search-box',
    version: 1,
    title: 'Search box',
    sentence: 'A field that finds products by their words.',
    alsoCalled: ['search bar', 'find'],
    fields: {
      label: text('Label', 'What the field asks for.', { default: 'Find a product', word: 'search-label', max: 60 }),
      action: text('Button', 'What the button says.', { default: 'Search', word: 'search', max: 30 }),
    },
    sketch: [
      4,
      {
        gap: 16,
        shares: [5, 1],
        beside: [
          { draw: 'box', height: 48 },
          { draw: 'button', height: 48 },
        ],
      },
      4,
    ],
  },
  {
    needs: () => [{ type: 'path', page: 'search' }],
    view({ label, action }, view) {
      // No landmark: a page may have several, which could not be told apart.
      const asked = view.page.kind === 'search' ? (view.page.query[SEARCH_WORDS] ?? '') : '';
      const id = view.id('words');
      return html`<form class="search" method="get" action="${view.data({ type: 'path', page: 'search' })}"><label class="hidden-words" for="${id}"${view.part('label')}>${label}</label><input id="${id}" type="search" name="${SEARCH_WORDS}" value="${asked}" placeholder="${label}" maxlength="120" required><button class="button" type="submit"${view.part('action')}>${action}</button></form>`;
    },
    css: css`
      .search {
        display: flex;
        gap: 0.5em;
        max-width: 34em;
      }
      &.align-centre .search {
        margin-inline: auto;
      }
      &.align-end .search {
        margin-inline-start: auto;
      }
      input {
        flex: 1;
        min-width: 0;
      }
    `,
  },
);
