/** Static html of one’s own. */
import { code } from '../../fields/make.js';
import { cleanHtml } from '../../fields/own-html.js';
import { css } from '../../kinds/css.js';
import { html, raw } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';

export const ownHtml = defineKind(
  {
    name: 'own-html',
    version: 1,
    title: 'Own html',
    sentence: 'Static html for what no other section does; it takes the widths and the lettering of the store.',
    alsoCalled: ['custom code', 'embed', 'widget'],
    fields: {
      html: code('Html', 'Elements of text, lists, tables and pictures; no script, no style, no handlers.'),
    },
    caption: 'html',
    sketch: [4, { draw: 'box', height: 90 }, 4],
  },
  {
    view({ html: own }, view) {
      const clean = cleanHtml(own);
      if (clean.trim() === '') return view.standIn('The html shows here once it is written.');
      return html`<div class="prose own-html">${raw(clean)}</div>`;
    },
    css: css`
      .own-html {
        overflow-wrap: anywhere;
      }
      figure {
        margin-inline: 0;
      }
      figcaption {
        color: var(--quiet);
        font-size: 0.9375em;
      }
      img {
        max-width: 100%;
        height: auto;
      }
    `,
  },
);
