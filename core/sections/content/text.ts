/** Running text. */
import { prose as proseField } from '../../fields/make.js';
import { proseParts } from '../../fields/prose.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { columnsField, proseOf, TEXT_COLUMNS_CSS } from './text-columns.js';

export const text = defineKind(
  {
    name: 'text',
    version: 1,
    title: 'Text',
    sentence: 'Paragraphs, lists and links to read.',
    alsoCalled: ['paragraph', 'copy'],
    fields: {
      text: proseField('Text', 'The text, with headings, lists and links where they help.'),
      columns: columnsField,
    },
    caption: 'text',
    sketch: [4, { lines: { of: 'text', over: 85, least: 1, most: 14 }, width: 760 }],
  },
  {
    view({ text, columns }, view) {
      if (text === '') return view.standIn('The text shows here once it is written.');
      return columns
        ? proseOf(proseParts(text), true, view)
        : html`<div class="prose"${view.part('text')}>${view.prose(text)}</div>`;
    },
    css: TEXT_COLUMNS_CSS,
  },
);
