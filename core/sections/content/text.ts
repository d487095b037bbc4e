/** Running text. */
import { prose as proseField } from '../../fields/make.js';
import { proseWords } from '../../fields/prose.js';
import { html, raw } from '../../kinds/html.js';
import { textLines } from '../../kinds/sketch.js';
import { cut } from '../../words.js';
import { defineKind } from '../../kinds/kind.js';

export const text = defineKind({
  name: 'text',
  version: 1,
  title: 'Text',
  sentence: 'Paragraphs, lists and links to read.',
  fields: {
    text: proseField('Text', 'The text, with headings, lists and links where they help.', {
      default: '<p>Write here.</p>',
    }),
  },
  view: ({ text }) => html`<div class="prose">${raw(text)}</div>`,
  css: '',
  sketch({ text }) {
    const words = proseWords(text);
    const lines = Math.max(1, Math.min(14, Math.ceil(words.length / 85)));
    return { height: lines * 26 + 4, marks: textLines(0, 4, 760, lines), caption: cut(words, 40) };
  },
});
