/** What the page contains, as links to its parts. */
import { text, toggle } from '../../fields/make.js';
import { asProse } from '../../fields/prose.js';
import { bindingOf } from '../../kinds/binding.js';
import { css } from '../../kinds/css.js';
import { html, NOTHING } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { anchored } from './anchors.js';

export const contents = defineKind(
  {
    name: 'contents',
    version: 1,
    title: 'Contents',
    sentence: 'Links to the headings in the text of the page, for long ones.',
    alsoCalled: ['table of contents', 'anchors'],
    fields: {
      title: text('Title', 'The heading over the links; leave empty for none.', {
        default: 'On this page',
        word: 'contents',
        max: 80,
      }),
      smaller: toggle('Smaller headings', 'Lists the headings below the first level too.'),
    },
    caption: 'title',
    says: ['contents'],
    sketch: [
      { when: 'title', stack: [{ draw: 'text', width: 160, height: 14 }, 14] },
      { across: 1, count: 4, rows: 4, grid: [{ draw: 'text', width: 260, height: 10 }, 12] },
    ],
  },
  {
    view({ title, smaller }, view) {
      const whole = asProse(String(bindingOf(view.page, 'text') ?? ''));
      const shown = anchored(whole).headings.filter(({ level }) => level === 2 || smaller);
      if (shown.length === 0) return NOTHING;
      return html`<nav class="contents" aria-label="${title || view.word('contents')}">${title !== '' && html`<p class="contents-title"${view.part('title')}>${title}</p>`}<ol>${shown.map(({ level, words, id }) => html`<li class="contents-${level}"><a href="#${id}">${words}</a></li>`)}</ol></nav>`;
    },
    css: css`
      .contents {
        text-align: start;
      }
      .contents-title {
        margin: 0 0 0.35em;
        font-weight: 600;
      }
      ol {
        margin: 0;
        padding: 0;
        list-style: none;
      }
      a {
        display: inline-block;
        padding-block: 0.25em;
        text-decoration: none;
      }
      a:hover {
        text-decoration: underline;
      }
      .contents-3 {
        padding-inline-start: 1em;
        font-size: 0.9375em;
      }
    `,
  },
);
