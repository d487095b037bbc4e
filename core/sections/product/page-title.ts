/** The title of the page's subject. */
import { toggle } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';

export const pageTitle = defineKind(
  {
    name: 'page-title',
    version: 1,
    title: 'Page title',
    sentence: 'The title of the page, with its description if wanted.',
    fields: { description: toggle('Description', 'Shows the description under the title.', { default: true }) },
    sketch: [
      6,
      { draw: 'title', width: 520, height: 42 },
      12,
      { when: 'description', stack: [16, { draw: 'text', width: 640, height: 10 }, 24] },
    ],
  },
  {
    view({ description }, { page, catalogueLang }) {
      // What the design itself says is in the language of the page as far as it is translated.
      const lang = page.subject && !('content' in page.subject) && catalogueLang;
      return html`<h1 class="page-title"${lang}>${page.title}</h1>${description && page.description !== '' && html`<p class="page-lead"${lang}>${page.description}</p>`}`;
    },
    css: css`
      .page-title {
        margin: 0;
      }
      .page-lead {
        margin: 0.5em 0 0;
        max-width: 60ch;
        color: var(--quiet);
      }
      &.align-centre .page-lead {
        margin-inline: auto;
      }
    `,
  },
);
