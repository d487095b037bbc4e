/** Two to six columns that hold sections. */
import { choice, text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import type { Properties } from '../../kinds/properties.js';
import { readShares, SHARES_FORM } from '../../kinds/shares.js';

const COUNTS = { '2': 'Two', '3': 'Three', '4': 'Four', '5': 'Five', '6': 'Six' } as const;
const WIDTHS = {
  equal: 'Equal',
  'first-wider': 'First one wider',
  'last-wider': 'Last one wider',
  fit: 'As wide as what is in them',
  free: 'Proportions of your own',
} as const;
const ORDERS = { same: 'The first one first', turned: 'The last one first' } as const;
const SLOTS = {
  one: 'Column one',
  two: 'Column two',
  three: 'Column three',
  four: 'Column four',
  five: 'Column five',
  six: 'Column six',
} as const;
const NAMES = Object.keys(SLOTS);

/** How columns share the width: the wider one has half as much again as the others. */
const tracks = Object.keys(COUNTS)
  .flatMap((count) => {
    const others = `repeat(${Number(count) - 1}, minmax(0, 2fr))`;
    return [
      `.columns-${count} { grid-template-columns: repeat(${count}, minmax(0, 1fr)); }`,
      `.columns-${count}.columns-first-wider { grid-template-columns: minmax(0, 3fr) ${others}; }`,
      `.columns-${count}.columns-last-wider { grid-template-columns: ${others} minmax(0, 3fr); }`,
    ];
  })
  .join('\n');

export const columns = defineKind(
  {
    name: 'columns',
    version: 1,
    title: 'Columns',
    sentence: 'Two to six columns side by side that take any sections; below each other on a phone.',
    alsoCalled: ['grid', 'row', 'layout'],
    fields: {
      count: choice('Columns', 'How many are side by side; sections in a further column continue below.', COUNTS, '2'),
      widths: choice('Widths', 'How the columns share the width.', WIDTHS, 'equal'),
      shares: text(
        'Proportions',
        'A number for each column: 2 1 makes the first twice as wide as the second. A column without one has 1.',
        { default: '2 1', max: 20, plain: true, form: SHARES_FORM, counts: { where: 'widths', is: ['free'] } },
      ),
      order: choice('On phones', 'Which column comes first where they are below each other.', ORDERS, 'same'),
    },
    slots: SLOTS,
    sketch: [
      {
        slots: { of: 'count', times: 1 },
        wider: { of: 'widths', by: { 'first-wider': 'first', 'last-wider': 'last', free: { shares: 'shares' } } },
      },
    ],
  },
  {
    view({ count, widths, order }, view) {
      const shown = NAMES.filter((name, at) => at < Number(count) || view.holds(name));
      return html`<div class="columns columns-${count} columns-${widths}${order === 'turned' && ' columns-turned'}">${shown.map((name) => html`<div>${view.slot(name)}</div>`)}</div>`;
    },
    properties: ({ count, widths, shares }): Properties =>
      widths === 'free'
        ? {
            '--tracks': readShares(shares, Number(count))
              .map((one) => `minmax(0,${one}fr)`)
              .join(' '),
          }
        : {},
    css: css`
      .columns {
        display: grid;
        gap: var(--gap);
      }
      .columns > * {
        min-width: 0;
      }
      .columns-fit {
        display: flex;
        flex-wrap: wrap;
        align-items: center;
        justify-content: space-between;
        gap: 0.5em calc(var(--gap) * 1.5);
      }
      /* What is asked for its own width must not be a container, which has none. */
      .columns-fit .frame,
      .columns-fit .frame-in {
        container-type: normal;
      }
      @media (max-width: 599px) {
        .around-header & .columns-fit {
          flex-wrap: nowrap;
          gap: 0.5em;
        }
        /* The name gives way, what would be cut keeps its room. */
        .around-header & .columns-fit > * {
          min-width: auto;
        }
      }
      @container (max-width: 47.99rem) {
        .columns-turned {
          display: flex;
          flex-direction: column-reverse;
        }
      }
      @container (min-width: 48rem) {
        .columns {
          gap: calc(var(--gap) * 1.5);
        }
        ${tracks}
        .columns.columns-free {
          grid-template-columns: var(--tracks);
        }
      }
    `,
  },
);
