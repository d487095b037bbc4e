/** The small print at the end of every page. */
import { prose } from '../../fields/make.js';
import { html, raw } from '../../kinds/html.js';
import { mark } from '../../kinds/sketch.js';
import { defineKind } from '../../kinds/kind.js';

export const legalLine = defineKind({
  name: 'legal-line',
  version: 1,
  title: 'Legal line',
  sentence: 'The store’s name and the small print at the end of the page.',
  fields: {
    text: prose('Text', 'The text after the store’s name.', {
      default: '<p>All prices include tax.</p>',
      max: 2000,
    }),
  },
  readsPage: true,
  view: ({ text }, { store }) =>
    html`<div class="legal"><strong class="legal-name">${store.name}</strong><div>${raw(text)}</div></div>`,
  css: `.legal{display:flex;flex-wrap:wrap;gap:.35rem 2rem;justify-content:space-between;align-items:baseline;font-size:.9375rem;color:var(--quiet)}.legal-name{font:500 1.15rem/1.3 var(--title-font);color:var(--text)}.legal p{margin:0}`,
  sketch: () => ({ height: 36, marks: [mark('title', 0, 6, 180, 20), mark('text', 800, 12, 400, 10)] }),
});
