/** A part of a text that break marks split: so that its lead and its rest can stand in different places. */
import { choice, number, prose } from '../../fields/make.js';
import { asProse, proseParts } from '../../fields/prose.js';
import { bindingOf } from '../../kinds/binding.js';
import { css } from '../../kinds/css.js';
import { NOTHING } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { proseNeeds } from '../../kinds/prose-needs.js';
import { anchored, withFreeIds } from './anchors.js';
import { columnsField, proseOf, TEXT_COLUMNS_CSS } from './text-columns.js';

export const PARTS = { all: 'All of it', lead: 'The lead', rest: 'The rest', nth: 'One by its number' } as const;
type Part = keyof typeof PARTS;

/** Without a break mark the lead is all and the rest is nothing. */
export function chosenParts(parts: readonly string[], part: Part, nth: number): readonly string[] {
  switch (part) {
    case 'all':
      return parts;
    case 'lead':
      return parts.slice(0, 1);
    case 'rest':
      return parts.slice(1);
    case 'nth':
      return parts.slice(nth - 1, nth);
  }
}

export const partOfText = defineKind(
  {
    name: 'part-of-text',
    version: 1,
    title: 'Part of the text',
    sentence: 'One part of the page’s text, as its break marks split it: the lead here, the rest further down.',
    alsoCalled: ['excerpt', 'split text'],
    tells: ['text'],
    fields: {
      part: choice('Part', 'Which part; a text without break marks is all lead.', PARTS, 'lead'),
      number: number('Number', 'Which one, counted from the start; for “one by its number”.', {
        min: 1,
        max: 20,
        default: 1,
      }),
      size: choice('Size', 'How large the letters are.', { normal: 'As other texts', large: 'Larger' }, 'normal'),
      columns: columnsField,
      text: prose('Text', 'What is split; leave empty for the page’s own text.'),
    },
    caption: 'part',
    sketch: [4, { lines: { of: 'part', by: { lead: 3, rest: 6, nth: 6, all: 6 } }, width: 760 }],
  },
  {
    needs: ({ text }, page) => (text === '' ? proseNeeds(String(bindingOf(page, 'text') ?? '')) : []),
    view({ part, number: nth, size, columns, text }, view) {
      // The page is asked only where the section has no text of its own.
      const parts =
        text === '' ? anchored(asProse(String(bindingOf(view.page, 'text') ?? ''))).parts : proseParts(text);
      // The list of contents leads to the headings of the page’s own text.
      const shown = chosenParts(parts, part, nth).map((one) => (text === '' ? withFreeIds(one, view) : one));
      if (shown.every((one) => one === '')) return NOTHING;
      return proseOf(shown, columns, view, `part-${size}`);
    },
    css: css`
      ${TEXT_COLUMNS_CSS}
      .part-large {
        font-size: 1.2em;
      }
    `,
  },
);
