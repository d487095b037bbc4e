/** The small print at the end of every page. */
import { prose } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';

export const smallPrint = defineKind(
  {
    name: 'small-print',
    version: 1,
    title: 'Small print',
    sentence: 'The store’s name and the small print at the end of the page.',
    alsoCalled: ['copyright', 'legal', 'imprint'],
    fields: {
      text: prose('Text', 'The text after the store’s name.', {
        default: '<p>All prices include tax.</p>',
        word: 'all-prices',
        max: 2000,
      }),
    },
    sketch: [
      6,
      {
        shares: [3, 1],
        beside: [{ draw: 'title', width: 180, height: 20 }, { stack: [6, { draw: 'text', height: 10 }] }],
      },
      10,
    ],
  },
  {
    view: ({ text }, view) =>
      html`<div class="legal"><strong class="legal-name">${view.store.name}</strong><div${view.part('text')}>${view.prose(text)}</div></div>`,
    css: css`
      .legal {
        display: flex;
        flex-wrap: wrap;
        gap: 0.35em 2em;
        justify-content: space-between;
        align-items: baseline;
        font-size: 0.9375em;
        color: var(--quiet);
      }
      .legal-name {
        font: var(--title-weight) 1.15em/1.3 var(--title-font);
        color: var(--text);
      }
      .legal p {
        margin: 0;
      }
    `,
  },
);
