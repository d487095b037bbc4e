/** The title of the page's subject. */
import { toggle } from '../../fields/make.js';
import { html } from '../../kinds/html.js';
import { mark } from '../../kinds/sketch.js';
import { defineKind } from '../../kinds/kind.js';

export const pageTitle = defineKind({
  name: 'page-title',
  version: 1,
  title: 'Page title',
  sentence: 'The title of the page, with its description if wanted.',
  fields: { description: toggle('Description', 'Shows the description under the title.', { default: true }) },
  readsPage: true,
  view: ({ description }, { page }) =>
    html`<h1 class="page-title">${page.title}</h1>${description && page.description !== '' && html`<p class="page-lead">${page.description}</p>`}`,
  css: `.page-title{margin:0}.page-lead{margin:.5em 0 0;max-width:60ch;color:var(--quiet)}.align-centre .page-lead{margin-inline:auto}`,
  sketch: ({ description }) => ({
    height: description ? 110 : 60,
    marks: [mark('title', 0, 6, 520, 42), ...(description ? [mark('text', 0, 76, 640, 10)] : [])],
  }),
});
