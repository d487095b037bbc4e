/** Two to six columns that hold sections. */
import { choice } from '../../fields/make.js';
import { html } from '../../kinds/html.js';
import { lanes, mark, type Lane } from '../../kinds/sketch.js';
import { defineKind } from '../../kinds/kind.js';

const COUNTS = { '2': 'Two', '3': 'Three', '4': 'Four', '5': 'Five', '6': 'Six' } as const;
const WIDTHS = { equal: 'Equal', 'first-wider': 'First one wider', 'last-wider': 'Last one wider' } as const;
const SLOTS = {
  one: 'Column one',
  two: 'Column two',
  three: 'Column three',
  four: 'Column four',
  five: 'Column five',
  six: 'Column six',
} as const;
const NAMES = Object.keys(SLOTS);

/** How the columns share the width: the wider one has half as much again as the others. */
const shares = (count: number, widths: keyof typeof WIDTHS): number[] => {
  const all = Array<number>(count).fill(2);
  if (widths === 'first-wider') all[0] = 3;
  if (widths === 'last-wider') all[count - 1] = 3;
  return all;
};

const tracks = (Object.keys(WIDTHS) as (keyof typeof WIDTHS)[])
  .flatMap((widths) =>
    Object.keys(COUNTS).map((count) => {
      const template = shares(Number(count), widths).map((share) => `minmax(0,${share}fr)`);
      return `.columns-${count}.columns-${widths}{grid-template-columns:${template.join(' ')}}`;
    }),
  )
  .join('');

export const columns = defineKind({
  name: 'columns',
  version: 1,
  title: 'Columns',
  sentence: 'Two to six columns side by side that take any sections; below each other on a phone.',
  fields: {
    count: choice('Columns', 'How many are side by side; sections in a further column continue below.', COUNTS, '2'),
    widths: choice('Widths', 'How the columns share the width.', WIDTHS, 'equal'),
  },
  slots: SLOTS,
  view({ count, widths }, view) {
    const filled = NAMES.map((name) => view.slot(name)).filter(({ text }, at) => at < Number(count) || text !== '');
    return html`<div class="columns columns-${count} columns-${widths}">${filled.map((column) => html`<div>${column}</div>`)}</div>`;
  },
  css: `.columns{display:grid;gap:var(--gap)}.columns>*{min-width:0}@container (min-width:48rem){.columns{gap:calc(var(--gap)*1.5)}${tracks}}`,
  sketch({ count, widths }) {
    const across = lanes(1200, shares(Number(count), widths), 44);
    const box = ({ x, width }: Lane) => mark('box', x, 0, width, 160);
    const slots = Object.fromEntries(NAMES.map((name, i) => [name, across[i % across.length] as Lane]));
    return { height: 160, marks: across.map(box), slots };
  },
});
