/** A part of a text that break marks split: so that its lead and its rest can stand in different places. */
import { choice, number, prose } from '../../fields/make.js';
import { asProse, proseParts } from '../../fields/prose.js';
import { bindingOf } from '../../kinds/binding.js';
import { css } from '../../kinds/css.js';
import { html, NOTHING, raw } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { anchored, withFreeIds } from './anchors.js';

export const PARTS = { all: 'All of it', lead: 'The lead', rest: 'The rest', nth: 'One by its number' } as const;
type Part = keyof typeof PARTS;

/** Without a break mark the lead is all and the rest is nothing. */
export function chosenPart(parts: readonly string[], part: Part, nth: number): string {
  switch (part) {
    case 'all':
      return parts.join('');
    case 'lead':
      return parts[0] ?? '';
    case 'rest':
      return parts.slice(1).join('');
    case 'nth':
      return parts[nth - 1] ?? '';
  }
}

export const partOfText = defineKind(
  {
    name: 'part-of-text',
    version: 1,
    title: 'Part of the text',
    sentence: 'One part of the page’s text, as its break marks split it: the lead here, the rest further down.',
    fields: {
      part: choice('Part', 'Which part; a text without break marks is all lead.', PARTS, 'lead'),
      number: number('Number', 'Which one, counted from the start; for “one by its number”.', {
        min: 1,
        max: 20,
        default: 1,
      }),
      size: choice('Size', 'How large the letters are.', { normal: 'As other texts', large: 'Larger' }, 'normal'),
      text: prose('Text', 'What is split; leave empty for the page’s own text.'),
    },
    caption: 'part',
    sketch: [4, { lines: { of: 'part', by: { lead: 3, rest: 6, nth: 6, all: 6 } }, width: 760 }],
  },
  {
    view({ part, number: nth, size, text }, view) {
      // The page is asked only where the section has no text of its own.
      const parts =
        text === '' ? anchored(asProse(String(bindingOf(view.page, 'text') ?? ''))).parts : proseParts(text);
      const shown = chosenPart(parts, part, nth);
      if (shown === '') return NOTHING;
      // The list of contents leads to the headings of the page’s own text.
      return html`<div class="prose part-${size}">${raw(text === '' ? withFreeIds(shown, view) : shown)}</div>`;
    },
    css: css`
      .part-large {
        font-size: 1.2em;
      }
    `,
  },
);
