/** Title, brand and summary of a product. */
import { toggle } from '../../fields/make.js';
import { cleanProse } from '../../fields/prose.js';
import { css } from '../../kinds/css.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { proseNeeds } from '../../kinds/prose-needs.js';
import { PRODUCT_PAGES, productOf } from './subject.js';

export const productTitle = defineKind(
  {
    name: 'product-title',
    version: 1,
    title: 'Product title',
    sentence: 'What it is: title, brand and a few words, with the full description if wanted.',
    alsoCalled: ['product name', 'description'],
    fits: PRODUCT_PAGES,
    tells: ['title', 'text'],
    mainHeading: true,
    fields: {
      brand: toggle('Brand', 'Shows who makes it.', { default: true }),
      summary: toggle('Summary', 'Shows the short text.', { default: true }),
      description: toggle('Description', 'Shows the full text.', { default: false }),
    },
    sketch: [
      { when: 'brand', stack: [{ draw: 'text', width: 260, height: 24 }, 36] },
      { draw: 'title', width: 960, height: 90 },
      20,
      {
        when: 'summary',
        stack: [30, { draw: 'text', width: 1100, height: 24 }, 32, { draw: 'text', width: 800, height: 24 }, 20],
      },
      { when: 'description', stack: [30, { lines: 5, width: 1100 }] },
    ],
  },
  {
    needs: ({ description }, { subject }) =>
      description && subject && 'product' in subject ? proseNeeds(subject.product.description) : [],
    view({ brand, summary, description }, view) {
      const product = productOf(view);
      const maker = brand && html`<p class="intro-brand quiet"${view.langOf(product)}>${product.brand}</p>`;
      const title = html`<h1 class="intro-title"${view.langOf(product, 'title')}>${product.title}</h1>`;
      const lead = summary && html`<p class="intro-text"${view.langOf(product, 'summary')}>${product.summary}</p>`;
      const text =
        description &&
        html`<div class="prose"${view.langOf(product, 'description')}>${view.prose(cleanProse(product.description))}</div>`;
      return html`${maker}${title}${lead}${text}`;
    },
    css: css`
      .intro-brand {
        margin: 0 0 0.35em;
      }
      .intro-title {
        overflow-wrap: anywhere;
      }
      .intro-text {
        font-size: 1.125em;
        max-width: 28em;
      }
    `,
  },
);
