/** Picture and text beside each other. */
import { choice, link, picture, prose, text } from '../../fields/make.js';
import { html, raw } from '../../kinds/html.js';
import { mark, textLines } from '../../kinds/sketch.js';
import { defineKind } from '../../kinds/kind.js';

export const sideBySide = defineKind({
  name: 'side-by-side',
  version: 1,
  title: 'Side by side',
  sentence: 'A picture and a text beside each other; use several and flip every second one.',
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
  view({ title, text, picture, side, action, link }, view) {
    const to = view.link(link);
    return html`<div class="beside beside-${side}"><div class="beside-picture">${view.picture(picture, '(min-width:48rem) 50vw, 100vw')}</div>
<div class="beside-words">${title !== '' && html`<h2>${title}</h2>`}<div>${raw(text)}</div>${action !== '' && to && html`<p><a ${to}>${action}</a></p>`}</div></div>`;
  },
  css: `.beside{display:grid;gap:var(--gap)}.beside-picture{background:var(--soft)}.beside-picture img{width:100%;aspect-ratio:4/3;object-fit:cover}.beside-words{align-self:center;text-align:start}.beside-words p{max-width:52ch}
@container (min-width:48rem){.beside{grid-template-columns:1fr 1fr;gap:calc(var(--gap)*2)}.beside-end .beside-picture{order:2}}`,
  sketch({ title, text, side }) {
    const words = side === 'start' ? 640 : 0;
    return {
      height: 400,
      marks: [
        mark('picture', side === 'start' ? 0 : 628, 0, 572, 400),
        mark('title', words, 110, 380, 36),
        ...textLines(words, 176, 500, Math.max(1, Math.min(6, Math.ceil(text.length / 60)))),
      ],
      caption: title,
    };
  },
});
