/** A title within the page. */
import { choice, text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html, raw } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';

/** How high a heading stands on the page. */
export const HEADING_LEVELS = { h1: 'Main heading of the page', h2: 'Section heading', h3: 'Smaller heading' } as const;

export const heading = defineKind(
  {
    name: 'heading',
    version: 1,
    title: 'Heading',
    sentence: 'The title of a part of the page.',
    alsoCalled: ['headline', 'title'],
    mainHeading: { where: 'level', is: 'h1' },
    fields: {
      text: text('Text', 'What the heading says.', { max: 160 }),
      level: choice('Level', 'Each page needs one main heading.', HEADING_LEVELS, 'h2'),
      lead: text('Lead', 'A line under the heading; leave empty for none.', { max: 300, lines: 2 }),
    },
    caption: 'text',
    sketch: [
      8,
      { draw: 'title', width: { of: 'text', times: 16, plus: 120, most: 1100 }, height: 34 },
      10,
      { when: 'lead', stack: [14, { draw: 'text', width: 620, height: 10 }, 20] },
    ],
  },
  {
    view({ text, level, lead }, view) {
      if (text === '') return view.standIn('The heading shows here once it is written.');
      return html`<${raw(level)} class="heading-text"${view.part('text')}>${text}</${raw(level)}>${lead !== '' && html`<p class="heading-lead"${view.part('lead')}>${lead}</p>`}`;
    },
    css: css`
      /* Nearer to what it heads than to what is before it. */
      &.tone-plain:is(.space-medium, .space-large) > .frame-in {
        padding-block-end: calc(var(--space-small) * var(--room));
      }
      .heading-text {
        margin: 0;
      }
      .heading-lead {
        margin: 0.4em 0 0;
        color: var(--quiet);
        max-width: 32em;
      }
      &.align-centre .heading-lead {
        margin-inline: auto;
      }
    `,
  },
);
