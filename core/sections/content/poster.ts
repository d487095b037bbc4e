/** A large picture with title, text and an action. */
import { choice, link, picture, text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { focusOf } from '../../kinds/properties.js';
import { HEADING_LEVELS } from './heading.js';

export const poster = defineKind(
  {
    name: 'poster',
    version: 1,
    title: 'Poster',
    sentence: 'A large picture with a title, a text and an action that opens the page.',
    alsoCalled: ['banner', 'hero', 'header image'],
    mainHeading: { where: 'level', is: 'h1' },
    fields: {
      title: text('Title', 'The first words a shopper reads.', { max: 120 }),
      level: choice(
        'Level of the title',
        'Each page needs one main heading.',
        { h1: HEADING_LEVELS.h1, h2: HEADING_LEVELS.h2 },
        'h2',
      ),
      text: text('Text', 'One or two sentences under the title.', { max: 400, lines: 3 }),
      picture: picture('Picture', 'Wide pictures with a quiet side suit best.', { suits: 21 / 9 }),
      side: choice(
        'Place of the words',
        'Where the words are on the picture, on wide screens.',
        { start: 'At the start', centre: 'In the middle', end: 'At the end' },
        'start',
      ),
      action: text('Action', 'What the button says; leave empty for no button.', { max: 40 }),
      link: link('Leads to', 'Where the button leads.'),
    },
    caption: 'title',
    sketch: [
      {
        over: [
          { draw: 'picture', height: 460 },
          {
            x: { of: 'side', by: { start: 80, centre: 370, end: 660 } },
            y: 90,
            width: 460,
            inset: [
              {
                over: [
                  { draw: 'box', height: 280 },
                  {
                    x: 36,
                    y: 40,
                    width: 380,
                    inset: [
                      { draw: 'title', height: 70 },
                      24,
                      { lines: { of: 'text', over: 45, most: 3 }, width: 360 },
                      12,
                      { when: 'action', draw: 'button', width: 170, height: 40 },
                    ],
                  },
                ],
              },
            ],
          },
        ],
      },
    ],
  },
  {
    view({ title, level, text, picture, side, action, link }, view) {
      if (title === '' && text === '' && !picture)
        return view.standIn('The poster shows here once it has a picture or words.');
      const to = view.link(link);
      const words =
        level === 'h1' ? html`<h1${view.part('title')}>${title}</h1>` : html`<h2${view.part('title')}>${title}</h2>`;
      return html`<div class="poster poster-${side}">${picture && html`<div class="poster-picture">${view.picture(picture, '100vw')}</div>`}
<div class="poster-words">${title !== '' && words}${text !== '' && html`<p${view.part('text')}>${text}</p>`}${action !== '' && to && html`<a class="button" ${to}${view.part('action')}>${action}</a>`}</div></div>`;
    },
    properties: ({ picture }) => focusOf(picture),
    css: css`
      .poster {
        display: grid;
        background: var(--soft);
      }
      /* Without a picture it has the drawing of the groundwork. */
      .poster:not(:has(> .poster-picture))::before {
        content: '';
        block-size: 56cqi;
        background: var(--drawing, none) var(--soft);
      }
      .poster-picture img {
        width: 100%;
        height: 100%;
        object-fit: cover;
        object-position: var(--focus, 50% 50%);
        aspect-ratio: 4/3;
      }
      .poster-words {
        padding: 1.75em 1.25em;
        border-radius: var(--corner);
        background: var(--background);
        color: var(--text);
      }
      .poster-words :is(h1, h2) {
        font-size: clamp(1.9em, 3.9cqi, 3.1em);
      }
      .poster-words p {
        font-size: 1.125em;
        max-width: 20em;
      }
      .poster-words .button {
        margin-block-start: 0.4em;
      }
      @container (min-width: 48rem) {
        .poster {
          min-block-size: clamp(24em, 40cqi, 36em);
        }
        .poster:not(:has(> .poster-picture))::before {
          grid-area: 1/1;
          block-size: auto;
        }
        .poster > * {
          grid-area: 1/1;
        }
        .poster-picture {
          position: relative;
          min-block-size: 100%;
        }
        .poster-picture img {
          aspect-ratio: auto;
          position: absolute;
          inset: 0;
        }
        .poster-words {
          position: relative;
          align-self: center;
          justify-self: start;
          width: min(30em, 42%);
          padding: 2.5em;
          margin-inline: clamp(1.25em, 6cqi, 6em);
        }
        .poster-centre .poster-words {
          justify-self: center;
          text-align: center;
        }
        .poster-centre .poster-words p {
          margin-inline: auto;
        }
        .poster-end .poster-words {
          justify-self: end;
        }
      }
    `,
  },
);
