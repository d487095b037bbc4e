/** A part of another content page, shown here too. */
import { choice, number, reference, text, toggle } from '../../fields/make.js';
import { asProse, proseParts } from '../../fields/prose.js';
import { css } from '../../kinds/css.js';
import { html, NOTHING } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import type { ContentNeed } from '../../kinds/needs.js';
import { chosenParts, PARTS } from './part-of-text.js';

const need = (page: string): ContentNeed => ({ type: 'content', page });

export const partOfPage = defineKind(
  {
    name: 'part-of-page',
    version: 1,
    title: 'Part of a page',
    sentence: 'A part of another content page, so that it is written once and shown in two places.',
    alsoCalled: ['excerpt', 'teaser'],
    fields: {
      page: reference('Page', 'The content page whose text is shown.', 'content'),
      part: choice('Part', 'Which part; a text without break marks is all lead.', PARTS, 'lead'),
      number: number('Number', 'Which one, counted from the start; for “one by its number”.', {
        min: 1,
        max: 20,
        default: 1,
      }),
      title: toggle('Title', 'Shows the title of that page over it.', { default: true }),
      action: text('Action', 'The link to the whole page; leave empty for none.', {
        default: 'Read on',
        word: 'read-on',
        max: 40,
      }),
    },
    caption: 'page',
    sketch: [
      { when: 'title', stack: [{ draw: 'title', width: 300, height: 26 }, 18] },
      { lines: 3, width: 700 },
    ],
  },
  {
    needs: ({ page }) => (page === '' ? [] : [need(page)]),
    view({ page, part, number: nth, title, action }, view) {
      const found = page === '' ? null : view.data(need(page));
      if (!found) return NOTHING;
      const shown = chosenParts(proseParts(asProse(found.text)), part, nth).join('');
      if (shown === '') return NOTHING;
      return html`${title && html`<h2>${found.title}</h2>`}<div class="prose">${view.prose(shown)}</div>${action !== '' && html`<p class="part-on"><a href="${found.path}"><span${view.part('action')}>${action}</span><span class="hidden-words">: ${found.title}</span></a></p>`}`;
    },
    css: css`
      .part-on {
        margin-block: 0.5em 0;
      }
    `,
  },
);
