/** A search field. */
import { choice, text } from '../../fields/make.js';
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
      phone: choice(
        'On phones',
        'In a header, a sign leaves room for the rest.',
        { field: 'The field', sign: 'A sign that leads to the search page' },
        'field',
      ),
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
    view({ label, action, phone }, view) {
      // No landmark: a page may have several, which could not be told apart.
      const asked = view.page.kind === 'search' ? (view.page.query[SEARCH_WORDS] ?? '') : '';
      const id = view.id('words');
      const to = view.data({ type: 'path', page: 'search' });
      const sign =
        phone === 'sign' &&
        html`<a class="search-sign" href="${to}"><svg viewBox="0 0 24 24" aria-hidden="true"><circle cx="10.5" cy="10.5" r="6.5"/><path d="M15.5 15.5L21 21"/></svg><span class="hidden-words">${action}</span></a>`;
      return html`${sign}<form class="search${sign && ' search-wide'}" method="get" action="${to}"><label class="hidden-words" for="${id}"${view.part('label')}>${label}</label><input id="${id}" type="search" name="${SEARCH_WORDS}" value="${asked}" placeholder="${label}" maxlength="120" required><button class="button" type="submit"${view.part('action')}>${action}</button></form>`;
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
      input::placeholder {
        color: inherit;
        opacity: 0.75;
      }
      .search-sign {
        display: none;
        place-items: center;
        inline-size: 2.75em;
        block-size: 2.75em;
        color: inherit;
      }
      .search-sign svg {
        inline-size: 1.5em;
        fill: none;
        stroke: currentcolor;
        stroke-width: 2;
        stroke-linecap: round;
      }
      @media (max-width: 599px) {
        .search-sign {
          display: grid;
        }
        .search-wide {
          display: none;
        }
      }
    `,
  },
);
