/** Two columns that hold sections. */
import { choice } from '../../fields/field.js';
import { html } from '../../render/html.js';
import { lanes, mark, type Lane } from '../../plan/sketch.js';
import { defineKind } from '../kind.js';

/** How the columns share the width. */
const SHARES = { half: [1, 1], 'wide-first': [3, 2], 'wide-second': [2, 3] } as const;

export const columns = defineKind({
  name: 'columns',
  version: 1,
  title: 'Columns',
  sentence: 'Two columns side by side that take any sections; below each other on a phone.',
  fields: {
    split: choice(
      'Widths',
      'How the width is shared.',
      { half: 'Equal', 'wide-first': 'First wider', 'wide-second': 'Second wider' },
      'half',
    ),
  },
  slots: { first: 'First column', second: 'Second column' },
  view: ({ split }, view) =>
    html`<div class="columns columns-${split}"><div>${view.slot('first')}</div><div>${view.slot('second')}</div></div>`,
  css: `.columns{display:grid;gap:var(--gap)}.columns>*{min-width:0}@container (min-width:48rem){.columns{grid-template-columns:1fr 1fr;gap:calc(var(--gap)*2)}.columns-wide-first{grid-template-columns:3fr 2fr}.columns-wide-second{grid-template-columns:2fr 3fr}}`,
  sketch({ split }) {
    const [first, second] = lanes(1200, SHARES[split], 44) as [Lane, Lane];
    const box = ({ x, width }: Lane) => mark('box', x, 0, width, 160);
    return { height: 160, marks: [box(first), box(second)], slots: { first, second } };
  },
});
