/** One picture. */
import { choice, link, picture as pictureField, text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { focusOf } from '../../kinds/properties.js';

export const picture = defineKind(
  {
    name: 'picture',
    version: 1,
    title: 'Picture',
    sentence: 'One picture, as wide as the section or in its own size, with a line under it.',
    alsoCalled: ['image', 'photo'],
    fields: {
      picture: pictureField('Picture', 'The picture that is shown.'),
      size: choice(
        'Size',
        'How large it is shown; a small picture is never blown up in its own size.',
        { fill: 'As wide as the section', own: 'Its own size' },
        'fill',
      ),
      cut: choice(
        'Cut',
        'The shape it is cut to, around its focal point.',
        { none: 'Not at all', square: 'Square', landscape: 'Landscape', wide: 'Wide', portrait: 'Portrait' },
        'none',
      ),
      caption: text('Line under it', 'What the picture shows, or who made it; leave empty for none.', { max: 200 }),
      link: link('Leads to', 'Where the picture leads; may lead nowhere.'),
    },
    caption: 'caption',
    sketch: [
      { draw: 'picture', height: 420 },
      { when: 'caption', stack: [14, { draw: 'text', width: 380, height: 10 }, 6] },
    ],
  },
  {
    view({ picture, size, cut, caption, link }, view) {
      const drawn = view.picture(picture, size === 'fill' ? '100vw' : '(min-width:60rem) 60rem, 100vw');
      if (drawn.text === '') return view.standIn('The picture shows here once it is chosen.');
      const to = view.link(link);
      const image = to ? html`<a ${to}>${drawn}</a>` : drawn;
      return html`<figure class="picture picture-${size} cut-${cut}">${image}${caption !== '' && html`<figcaption${view.part('caption')}>${caption}</figcaption>`}</figure>`;
    },
    properties: ({ picture }) => focusOf(picture),
    css: css`
      figure {
        margin: 0;
      }
      img {
        display: block;
        max-width: 100%;
        height: auto;
        object-fit: cover;
        object-position: var(--focus, 50% 50%);
      }
      .picture-fill img {
        width: 100%;
      }
      &.align-centre img {
        margin-inline: auto;
      }
      &.align-end img {
        margin-inline-start: auto;
      }
      .cut-square img {
        aspect-ratio: 1;
      }
      .cut-landscape img {
        aspect-ratio: 4/3;
      }
      .cut-wide img {
        aspect-ratio: 21/9;
      }
      .cut-portrait img {
        aspect-ratio: 3/4;
      }
      figcaption {
        margin-block-start: 0.5em;
        color: var(--quiet);
        font-size: 0.9375em;
      }
    `,
  },
);
