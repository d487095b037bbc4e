/** Steps in their order. */
import { choice, entries, picture, text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html, raw } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';

export const howItWorks = defineKind(
  {
    name: 'how-it-works',
    version: 1,
    title: 'How it works',
    sentence: 'Numbered steps: how something is made, ordered or repaired.',
    alsoCalled: ['steps', 'process'],
    fields: {
      title: text('Title', 'The heading over the steps; leave empty for none.', { max: 120 }),
      steps: entries(
        'Steps',
        'What happens, in its order.',
        'step',
        {
          title: text('Title', 'The step in a few words.', { max: 80, required: true }),
          text: text('Text', 'One or two sentences.', { max: 400, lines: 2 }),
          picture: picture('Picture', 'Above the step; leave empty for none.', { suits: 4 / 3 }),
        },
        { max: 12 },
      ),
      across: choice(
        'Across',
        'How many stand side by side on wide screens.',
        { '1': 'One', '2': 'Two', '3': 'Three', '4': 'Four' },
        '3',
      ),
    },
    caption: 'title',
    sketch: [
      { when: 'title', stack: [{ draw: 'title', width: 300, height: 28 }, 24] },
      {
        across: { of: 'across', times: 1 },
        count: { of: 'across', times: 1 },
        rows: 1,
        grid: [
          { draw: 'box', width: 48, height: 48 },
          14,
          { draw: 'text', width: 160, height: 14 },
          12,
          { lines: 2, width: 240 },
        ],
      },
    ],
  },
  {
    view({ title, steps, across }, view) {
      if (steps.length === 0) return view.standIn('Steps show here once they are added.');
      const level = raw(title === '' ? 'h2' : 'h3');
      const items = steps.map(
        (step) =>
          html`<li>${view.picture(step.picture, '(min-width:48rem) 33vw, 100vw')}<${level} class="step-title"${view.part('title', step)}>${step.title}</${level}>${step.text !== '' && html`<p${view.part('text', step)}>${step.text}</p>`}</li>`,
      );
      return html`${title !== '' && html`<h2${view.part('title')}>${title}</h2>`}<ol class="steps steps-${across}">${items}</ol>`;
    },
    css: css`
      .steps {
        display: grid;
        gap: calc(var(--gap) * 1.25);
        margin: 0;
        padding: 0;
        list-style: none;
        counter-reset: step;
      }
      @container (min-width: 48rem) {
        .steps-2 {
          grid-template-columns: repeat(2, minmax(0, 1fr));
        }
        .steps-3 {
          grid-template-columns: repeat(3, minmax(0, 1fr));
        }
        .steps-4 {
          grid-template-columns: repeat(4, minmax(0, 1fr));
        }
      }
      img {
        display: block;
        width: 100%;
        aspect-ratio: 4/3;
        object-fit: cover;
        margin-block-end: 0.75em;
      }
      .step-title {
        margin: 0 0 0.35em;
        font-size: 1.25em;
      }
      .step-title::before {
        counter-increment: step;
        content: counter(step) '. ';
        color: var(--accent);
      }
      p {
        margin: 0;
      }
    `,
  },
);
