/** Picture and text beside each other. */
import { choice, link, picture, prose, text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { focusOf } from '../../kinds/properties.js';

export const sideBySide = defineKind(
  {
    name: 'side-by-side',
    version: 1,
    title: 'Side by side',
    sentence: 'A picture on one side, a text on the other; use several and flip every second one.',
    alsoCalled: ['image with text', 'text with image', 'split'],
    fields: {
      title: text('Title', 'The heading over the text.', { max: 120 }),
      text: prose('Text', 'A few sentences.', { max: 4000 }),
      picture: picture('Picture', 'Beside the text; above it on a phone.', { suits: 4 / 3 }),
      side: choice(
        'Side of the picture',
        'On which side of the text the picture is, on wide screens.',
        { start: 'At the start', end: 'At the end' },
        'start',
      ),
      action: text('Action', 'What the link says; leave empty for none.', { max: 40 }),
      link: link('Leads to', 'Where the link leads.'),
    },
    caption: 'title',
    sketch: [
      {
        flipped: { of: 'side', is: 'end' },
        gap: 60,
        beside: [
          { draw: 'picture', height: 400 },
          {
            stack: [
              110,
              { draw: 'title', width: 380, height: 36 },
              30,
              { lines: { of: 'text', over: 60, least: 1, most: 6 }, width: 500 },
            ],
          },
        ],
      },
    ],
  },
  {
    view({ title, text, picture, side, action, link }, view) {
      if (title === '' && text === '' && !picture) return view.standIn('Picture and text show here once they are set.');
      const to = view.link(link);
      return html`<div class="beside beside-${side}"><div class="beside-picture">${view.picture(picture, '(min-width:48rem) 50vw, 100vw')}</div>
<div class="beside-words">${title !== '' && html`<h2${view.part('title')}>${title}</h2>`}<div${view.part('text')}>${view.prose(text)}</div>${action !== '' && to && html`<p><a ${to}${view.part('action')}>${action}</a></p>`}</div></div>`;
    },
    properties: ({ picture }) => focusOf(picture),
    css: css`
      .beside {
        display: grid;
        gap: var(--gap);
      }
      .beside-picture {
        background: var(--soft);
      }
      .beside-picture img {
        width: 100%;
        aspect-ratio: 4/3;
        object-fit: cover;
        object-position: var(--focus, 50% 50%);
      }
      .beside-words {
        align-self: center;
        text-align: start;
      }
      .beside-words p {
        max-width: 28em;
      }
      @container (min-width: 48rem) {
        .beside {
          grid-template-columns: 1fr 1fr;
          gap: calc(var(--gap) * 2);
        }
        .beside-end .beside-picture {
          order: 2;
        }
      }
    `,
  },
);
