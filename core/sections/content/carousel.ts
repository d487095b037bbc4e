/** Pictures with words, one after the other. */
import { choice, entries, link, picture, text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { moveOn } from './carousel.script.js';

export const carousel = defineKind(
  {
    name: 'carousel',
    version: 1,
    title: 'Carousel',
    sentence: 'Slides that shoppers move on by themselves: by swipe, by keyboard, or with two buttons.',
    alsoCalled: ['slider', 'slideshow', 'banner'],
    fields: {
      label: text('Name', 'What the slides are about; read aloud.', {
        max: 80,
        default: 'In pictures',
        word: 'in-pictures',
      }),
      slides: entries(
        'Slides',
        'What is shown one after the other.',
        'slide',
        {
          picture: picture('Picture', 'Fills the slide; wide ones suit best.', { suits: 16 / 9 }),
          title: text('Title', 'A few words on the slide; leave empty for none.', { max: 120 }),
          text: text('Text', 'One sentence; leave empty for none.', { max: 300, lines: 2 }),
          action: text('Action', 'What the button says; leave empty for none.', { max: 40 }),
          link: link('Leads to', 'Where the button leads.'),
        },
        { max: 12 },
      ),
      size: choice(
        'Size of a slide',
        'How much of the width one slide takes on wide screens.',
        { whole: 'All of it', most: 'Most of it, the next one peeks in', half: 'Half' },
        'whole',
      ),
    },
    caption: 'label',
    says: ['page-after', 'page-before', 'slide-of'],
    sketch: [
      { draw: 'picture', height: 420 },
      16,
      { grid: [{ draw: 'line', height: 4 }], across: 20, count: 4, rows: 1 },
    ],
  },
  {
    view({ label, slides, size }, view) {
      if (slides.length === 0) return view.standIn('Slides show here once they are added.');
      const items = slides.map((slide, at) => {
        const { picture, title, text, action, link } = slide;
        const to = view.link(link);
        const heading = title !== '' && html`<h2${view.part('title', slide)}>${title}</h2>`;
        const line = text !== '' && html`<p${view.part('text', slide)}>${text}</p>`;
        const button = action !== '' && to && html`<a class="button" ${to}${view.part('action', slide)}>${action}</a>`;
        const words = (heading || line || button) && html`<div class="slide-words">${heading}${line}${button}</div>`;
        const name = view.word('slide-of', { number: at + 1, count: slides.length });
        return html`<li class="slide" aria-label="${name}">${view.picture(picture, '100vw')}${words}</li>`;
      });
      return html`<section class="carousel" data-carousel aria-label="${label}"><ul class="slides slides-${size}" tabindex="0">${items}</ul><div class="carousel-ways" hidden><button class="button-quiet" type="button" data-way="-1">${view.word('page-before')}</button><button class="button-quiet" type="button" data-way="1">${view.word('page-after')}</button></div></section>`;
    },
    script: moveOn,
    css: css`
      .slides {
        display: flex;
        gap: var(--gap);
        margin: 0;
        padding: 0;
        overflow-x: auto;
        overscroll-behavior-x: contain;
        scroll-snap-type: x mandatory;
        list-style: none;
      }
      .slide {
        flex: 0 0 100%;
        scroll-snap-align: start;
        display: grid;
        align-items: end;
        min-width: 0;
        background: var(--soft);
        color: var(--on-soft);
      }
      @container (min-width: 48rem) {
        .slides-most .slide {
          flex-basis: 82%;
        }
        .slides-half .slide {
          flex-basis: calc(50% - var(--gap) / 2);
        }
      }
      .slide > * {
        grid-area: 1/1;
      }
      .slide > img {
        display: block;
        width: 100%;
        height: 100%;
        aspect-ratio: 16/9;
        object-fit: cover;
      }
      .slide-words {
        position: relative;
        max-width: 32em;
        margin: 1.25em;
        padding: 1em 1.25em;
        border-radius: var(--corner);
        background: var(--background);
        color: var(--text);
      }
      .slide-words :is(h2, p) {
        margin: 0 0 0.35em;
      }
      .carousel-ways {
        display: flex;
        justify-content: end;
        gap: 0.5em;
        margin-block-start: 0.75em;
      }
      .carousel-ways[hidden] {
        display: none;
      }
    `,
  },
);
