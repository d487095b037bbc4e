/** A large picture with title, text and an action. */
import { choice, link, picture, text } from '../../fields/make.js';
import { html } from '../../kinds/html.js';
import { mark, textLines } from '../../kinds/sketch.js';
import { defineKind } from '../../kinds/kind.js';
import { HEADING_LEVELS } from './heading.js';

export const poster = defineKind({
  name: 'poster',
  version: 1,
  title: 'Poster',
  sentence: 'A large picture with a title, a text and an action that opens the page.',
  fields: {
    title: text('Title', 'The first words a shopper reads.', { default: 'Say it in a few words', max: 120 }),
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
  view({ title, level, text, picture, side, action, link }, view) {
    const to = view.link(link);
    const words = level === 'h1' ? html`<h1>${title}</h1>` : html`<h2>${title}</h2>`;
    return html`<div class="poster poster-${side}">${picture && html`<div class="poster-picture">${view.picture(picture, '100vw')}</div>`}
<div class="poster-words">${title !== '' && words}${text !== '' && html`<p>${text}</p>`}${action !== '' && to && html`<a class="button" ${to}>${action}</a>`}</div></div>`;
  },
  css: `.poster{display:grid;background:var(--soft)}.poster-picture img{width:100%;height:100%;object-fit:cover;aspect-ratio:4/3}.poster-words{padding:1.75rem 1.25rem;background:var(--background);color:var(--text)}.poster-words h1,.poster-words h2{font-size:clamp(1.9rem,3.9cqi,3.1rem)}.poster-words p{font-size:1.125rem;max-width:38ch}.poster-words .button{margin-block-start:.4rem}
@container (min-width:48rem){.poster{min-block-size:clamp(24rem,40cqi,36rem)}.poster>*{grid-area:1/1}.poster-picture img{aspect-ratio:auto;position:absolute;inset:0}.poster-picture{position:relative;min-block-size:100%}.poster-words{position:relative;align-self:center;width:min(30rem,42%);padding:2.5rem;margin-inline:clamp(1.25rem,6cqi,6rem);justify-self:start}.poster-centre .poster-words{justify-self:center;text-align:center}.poster-centre .poster-words p{margin-inline:auto}.poster-end .poster-words{justify-self:end}}`,
  sketch({ title, side, action, text }) {
    const x = side === 'start' ? 80 : side === 'centre' ? 370 : 660;
    const lines = Math.min(3, Math.ceil(text.length / 45));
    return {
      height: 460,
      marks: [
        mark('picture', 0, 0, 1200, 460),
        mark('box', x, 90, 460, 280),
        mark('title', x + 36, 130, 380, 70),
        ...textLines(x + 36, 224, 360, lines),
        ...(action ? [mark('button', x + 36, 310, 170, 40)] : []),
      ],
      caption: title,
    };
  },
});
