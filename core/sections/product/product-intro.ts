/** Title, brand and summary of a product. */
import { toggle } from '../../fields/make.js';
import { html, raw } from '../../kinds/html.js';
import { cleanProse } from '../../fields/prose.js';
import { mark, textLines } from '../../kinds/sketch.js';
import { defineKind } from '../../kinds/kind.js';
import { PRODUCT_PAGES, productOf } from './subject.js';

export const productIntro = defineKind({
  name: 'product-intro',
  version: 1,
  title: 'Product intro',
  sentence: 'What it is: title, brand and a few words, with the full description if wanted.',
  fits: PRODUCT_PAGES,
  fields: {
    brand: toggle('Brand', 'Shows who makes it.', { default: true }),
    summary: toggle('Summary', 'Shows the short text.', { default: true }),
    description: toggle('Description', 'Shows the full text.', { default: false }),
  },
  readsPage: true,
  view({ brand, summary, description }, view) {
    const product = productOf(view);
    return html`${brand && html`<p class="summary-brand quiet">${product.brand}</p>`}<h1 class="summary-title">${product.title}</h1>${summary && html`<p class="summary-text">${product.summary}</p>`}${description && html`<div class="prose">${raw(cleanProse(product.description))}</div>`}`;
  },
  css: `.summary-brand{margin:0 0 .35em}.summary-title{overflow-wrap:anywhere}.summary-text{font-size:1.125rem;max-width:52ch}`,
  sketch({ brand, summary, description }) {
    const marks = [
      ...(brand ? [mark('text', 0, 0, 260, 24)] : []),
      mark('title', 0, 60, 960, 90),
      ...(summary ? [mark('text', 0, 200, 1100, 24), mark('text', 0, 256, 800, 24)] : []),
      ...(description ? textLines(0, 330, 1100, 5) : []),
    ];
    return { height: description ? 480 : summary ? 310 : 170, marks };
  },
});
