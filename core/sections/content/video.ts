/** A film that is somewhere else. */
import { link, picture, text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { focusOf } from '../../kinds/properties.js';

export const video = defineKind(
  {
    name: 'video',
    version: 1,
    title: 'Video',
    sentence: 'A still with a sign to play, which opens the film where it is; nothing is loaded from there before.',
    alsoCalled: ['film', 'clip'],
    fields: {
      title: text('Title', 'What the film shows.', { max: 120, default: 'Watch the film', word: 'watch' }),
      link: link('Leads to', 'The web address of the film.'),
      picture: picture('Still', 'A picture out of the film.', { suits: 16 / 9 }),
      length: text('Length', 'How long it is, such as 3 min; leave empty for none.', { max: 30 }),
    },
    caption: 'title',
    sketch: [{ draw: 'picture', height: 420 }, 12, { draw: 'text', width: 260, height: 12 }],
  },
  {
    view({ title, link, picture, length }, view) {
      const to = view.link(link);
      if (!to) return view.standIn('The video shows here once its address is set.');
      const sign = html`<svg class="video-sign" viewBox="0 0 24 24" aria-hidden="true"><path d="M8 5l11 7-11 7z"/></svg>`;
      const still = html`<span class="video-still">${view.picture(picture && { ...picture, alt: '' }, '100vw')}${sign}</span>`;
      const time = length !== '' && html` <span class="video-length"${view.part('length')}>${length}</span>`;
      return html`<a class="video" ${to}>${still}<span class="video-title"><span${view.part('title')}>${title}</span>${time}</span></a>`;
    },
    properties: ({ picture }) => focusOf(picture),
    css: css`
      .video {
        display: grid;
        gap: 0.5em;
        text-decoration: none;
      }
      .video-still {
        display: grid;
        place-items: center;
        aspect-ratio: 16/9;
        border-radius: var(--corner);
        overflow: hidden;
        background: var(--strong);
      }
      .video-still > * {
        grid-area: 1/1;
      }
      img {
        width: 100%;
        height: 100%;
        object-fit: cover;
        object-position: var(--focus, 50% 50%);
      }
      .video-sign {
        position: relative;
        width: 4.5em;
        height: 4.5em;
        padding: 1em;
        border-radius: 50%;
        background: var(--background);
        fill: var(--text);
      }
      .video:hover .video-sign {
        fill: var(--hover);
      }
      .video-length {
        color: var(--quiet);
      }
    `,
  },
);
