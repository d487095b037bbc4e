/** Parts that open and close. */
import { choice, entries, prose, text, toggle } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html, raw } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { showTabs } from './accordion.script.js';

const SLOTS = {
  one: 'In the first part',
  two: 'In the second part',
  three: 'In the third part',
  four: 'In the fourth part',
  five: 'In the fifth part',
  six: 'In the sixth part',
} as const;
const NAMES = Object.keys(SLOTS);

export const accordion = defineKind(
  {
    name: 'accordion',
    version: 1,
    title: 'Accordion',
    sentence: 'Parts with a title each that open and close, as tabs, or all open: questions, details, anything.',
    alsoCalled: ['faq', 'questions', 'folds', 'tabs', 'collapse'],
    fields: {
      title: text('Title', 'The heading over the parts; leave empty for none.', { max: 120 }),
      parts: entries(
        'Parts',
        'Each has a title and a text; the first six hold sections too.',
        'part',
        {
          title: text('Title', 'What stands on the part while it is closed.', { max: 160, required: true }),
          text: prose('Text', 'What is in it.', { max: 8000 }),
        },
        { max: 40 },
      ),
      shown: choice(
        'Shown as',
        'How the parts open.',
        { each: 'Each by itself', single: 'One at a time', tabs: 'As tabs', open: 'All open' },
        'each',
      ),
      first: toggle('First one open', 'Whether the first part is open when the page opens.'),
    },
    slots: SLOTS,
    caption: 'title',
    sketch: [
      { when: 'title', stack: [{ draw: 'title', width: 300, height: 28 }, 20] },
      {
        across: 1,
        count: 4,
        rows: 4,
        grid: [{ draw: 'text', width: 420, height: 14 }, 14, { draw: 'line', height: 2 }, 14],
      },
    ],
  },
  {
    view({ title, parts, shown, first }, view) {
      if (parts.length === 0) return view.standIn('Parts to open show here once they are added.');
      const inside = (part: (typeof parts)[number], at: number) => {
        const slot = NAMES[at];
        return html`${part.text !== '' && html`<div class="prose"${view.part('text', part)}>${view.prose(part.text)}</div>`}${slot !== undefined && view.holds(slot) && view.slot(slot)}`;
      };
      const level = title === '' ? 'h2' : 'h3';
      const heading = title !== '' && html`<h2${view.part('title')}>${title}</h2>`;
      if (shown === 'open')
        return html`${heading}<div class="accordion">${parts.map((part, at) => html`<section class="accordion-part"><${raw(level)} class="accordion-title"${view.part('title', part)}>${part.title}</${raw(level)}>${inside(part, at)}</section>`)}</div>`;
      // Where one closes the other, browsers go by the name.
      const group = shown === 'each' ? false : html` name="${view.id('part')}"`;
      const open = (at: number) => at === 0 && (first || shown === 'tabs') && html` open`;
      return html`${heading}<div class="accordion accordion-${shown}"${shown === 'tabs' && html` data-tabs`}>${parts.map((part, at) => html`<details class="accordion-part"${group}${open(at)}><summary${view.part('title', part)}>${part.title}</summary><div class="accordion-in">${inside(part, at)}</div></details>`)}</div>`;
    },
    script: showTabs,
    css: css`
      .accordion {
        text-align: start;
      }
      .accordion-part {
        border-block-end: 1px solid var(--line);
      }
      .accordion-title {
        font-size: 1.25em;
      }
      summary {
        padding-block: 0.85em;
        font-weight: 600;
        cursor: pointer;
      }
      summary:hover {
        color: var(--hover);
      }
      .accordion-in {
        padding-block-end: 1em;
      }
      .tabs {
        display: flex;
        flex-wrap: wrap;
        gap: 0 1.5em;
        border-block-end: 1px solid var(--line);
      }
      [role='tab'] {
        padding: 0.75em 0;
        border: 0;
        border-block-end: 0.2em solid transparent;
        background: none;
        color: inherit;
        font: inherit;
        cursor: pointer;
      }
      [role='tab'][aria-selected='true'] {
        border-color: var(--accent);
        font-weight: 600;
      }
      .is-tabs .accordion-part {
        border: 0;
      }
      .is-tabs summary {
        display: none;
      }
      .is-tabs .accordion-in {
        padding-block: 1.25em 0;
      }
    `,
  },
);
