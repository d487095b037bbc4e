/** A search field. */
import { text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { FIND_WORDS } from '../../kinds/query.js';

export const findBox = defineKind(
  {
    name: 'find-box',
    version: 1,
    title: 'Find box',
    sentence: 'A field that finds products by their words.',
    fields: {
      label: text('Label', 'What the field asks for.', { default: 'Find a product', word: 'find-label', max: 60 }),
      action: text('Button', 'What the button says.', { default: 'Find', word: 'find', max: 30 }),
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
    needs: () => [{ type: 'path', page: 'find' }],
    view({ label, action }, view) {
      // No landmark: a page may have several, which could not be told apart.
      const asked = view.page.kind === 'find' ? (view.page.query[FIND_WORDS] ?? '') : '';
      const id = view.id('words');
      return html`<form class="find" method="get" action="${view.data({ type: 'path', page: 'find' })}"><label class="hidden-words" for="${id}">${label}</label><input id="${id}" type="search" name="${FIND_WORDS}" value="${asked}" placeholder="${label}" maxlength="120" required><button class="button" type="submit">${action}</button></form>`;
    },
    css: css`
      .find {
        display: flex;
        gap: 0.5em;
        max-width: 34em;
      }
      &.align-centre .find {
        margin-inline: auto;
      }
      &.align-end .find {
        margin-inline-start: auto;
      }
      input {
        flex: 1;
        min-width: 0;
      }
    `,
  },
);
