/** Pictures beside each other, each to be seen large. */
import { choice, entries, picture, text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { deviceClasses } from '../../kinds/devices.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { picturePath } from '../../kinds/picture.js';
import { showLarge } from './gallery.script.js';

const ACROSS = { '1': 'One', '2': 'Two', '3': 'Three', '4': 'Four', '5': 'Five', '6': 'Six' } as const;
const columns = (prefix: string): string =>
  Object.keys(ACROSS)
    .map((n) => `.${prefix}across-${n} { grid-template-columns: repeat(${n}, minmax(0, 1fr)); }`)
    .join('\n');

export const gallery = defineKind(
  {
    name: 'gallery',
    version: 1,
    title: 'Gallery',
    sentence: 'Pictures beside each other; a click shows one large, and steps on by keys or swipe.',
    alsoCalled: ['images', 'photos', 'lightbox'],
    fields: {
      title: text('Title', 'The heading over the pictures; leave empty for none.', { max: 120 }),
      pictures: entries(
        'Pictures',
        'What is shown, in its order.',
        'picture',
        {
          picture: picture('Picture', 'Shown small here, and large after a click.'),
          caption: text('Line under it', 'What it shows; leave empty for none.', { max: 200 }),
        },
        { max: 60 },
      ),
      across: choice('Across', 'How many stand side by side.', ACROSS, '3', { perDevice: true }),
      cut: choice(
        'Cut',
        'The shape that the small ones are cut to.',
        { square: 'Square', landscape: 'Landscape', portrait: 'Portrait', none: 'Not at all' },
        'square',
      ),
    },
    caption: 'title',
    says: ['close-menu', 'page-after', 'page-before'],
    sketch: [
      { when: 'title', stack: [{ draw: 'title', width: 300, height: 28 }, 24] },
      {
        across: { of: 'across', times: 1 },
        count: { of: 'across', times: 2 },
        rows: 2,
        grid: [{ draw: 'picture', height: 180 }, 16],
      },
    ],
  },
  {
    view({ title, pictures, across, cut }, view) {
      const items = pictures.map((one) => {
        const { picture, caption } = one;
        const info = picture && view.data({ type: 'picture', hash: picture.picture });
        if (!info) return null;
        const largest = picturePath(info.hash, info.widths.at(-1) ?? info.width);
        return html`<li><figure><a href="${largest}" data-large${caption !== '' && html` data-caption="${caption}"`}>${view.picture(picture, '(min-width:48rem) 33vw, 50vw')}</a>${caption !== '' && html`<figcaption${view.part('caption', one)}>${caption}</figcaption>`}</figure></li>`;
      });
      if (!items.some(Boolean)) return view.standIn('Pictures show here once they are added.');
      const words = ['page-before', 'page-after', 'close-menu'] as const;
      return html`${title !== '' && html`<h2${view.part('title')}>${title}</h2>`}<ul class="gallery ${deviceClasses('across', across)} gallery-${cut}" data-gallery data-words="${words.map((name) => view.word(name)).join('|')}">${items}</ul>`;
    },
    script: showLarge,
    css: css`
      .gallery {
        display: grid;
        gap: var(--gap);
        margin: 0;
        padding: 0;
        list-style: none;
      }
      ${columns('')}
      @media (max-width: 1023px) {
        ${columns('t-')}
      }
      @media (max-width: 599px) {
        ${columns('p-')}
      }
      figure {
        margin: 0;
      }
      img {
        display: block;
        width: 100%;
        height: auto;
        object-fit: cover;
      }
      .gallery-square img {
        aspect-ratio: 1;
      }
      .gallery-landscape img {
        aspect-ratio: 4/3;
      }
      .gallery-portrait img {
        aspect-ratio: 3/4;
      }
      figcaption {
        margin-block-start: 0.35em;
        color: var(--quiet);
        font-size: 0.9375em;
      }
      .large {
        width: 100%;
        max-width: none;
        height: 100%;
        max-height: none;
        margin: 0;
        padding: 1em;
        border: 0;
        background: var(--background);
        color: var(--text);
      }
      .large[open] {
        display: grid;
        grid-template-rows: auto minmax(0, 1fr) auto;
        gap: 0.75em;
      }
      .large-ways {
        display: flex;
        gap: 0.5em;
        justify-content: center;
      }
      .large-picture {
        display: grid;
        grid-template: minmax(0, 1fr) / minmax(0, 1fr);
        place-items: center;
        min-height: 0;
        touch-action: pan-y;
      }
      .large-picture img {
        width: auto;
        max-width: 100%;
        height: auto;
        max-height: 100%;
        aspect-ratio: auto;
        object-fit: contain;
      }
      .large p {
        margin: 0;
        text-align: center;
      }
    `,
  },
);
