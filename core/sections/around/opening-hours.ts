/** When the store is open. */
import { text, toggle } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { WEEKDAYS } from '../../commerce/store-details.js';

export const openingHours = defineKind(
  {
    name: 'opening-hours',
    version: 1,
    title: 'Opening hours',
    sentence: 'When the store is open on each day of the week, as its details say.',
    alsoCalled: ['business hours', 'times'],
    fields: {
      title: text('Title', 'The heading over the hours; leave empty for none.', { max: 80 }),
      closed: toggle('Closed days', 'Also lists the days on which the store is closed.', { default: true }),
      note: text('Note', 'A line under the hours, such as when it is different; leave empty for none.', { max: 200 }),
    },
    caption: 'title',
    says: ['closed'],
    sketch: [
      6,
      { when: 'title', stack: [{ draw: 'title', width: 180, height: 20 }, 14] },
      {
        across: 1,
        count: 3,
        rows: 3,
        grid: [
          {
            shares: [1, 1, 4],
            beside: [{ draw: 'text', height: 10 }, { draw: 'text', height: 10 }, { stack: [10] }],
          },
          14,
        ],
      },
      { when: 'note', stack: [{ draw: 'text', width: 300, height: 10 }, 8] },
    ],
  },
  {
    view({ title, closed, note }, view) {
      const { store, locale } = view;
      const hours = WEEKDAYS.map((day) => store.details[day] ?? '');
      if (hours.every((one) => one === ''))
        return view.standIn('Opening hours show here once they are in the store details.');
      const spans = spansOf(hours).filter(({ open }) => closed || open !== '');
      const days = ({ first, last }: Span): string =>
        first === last ? locale.weekday(first) : `${locale.weekday(first)}–${locale.weekday(last)}`;
      return html`${title !== '' && html`<p class="hours-title"${view.part('title')}>${title}</p>`}<dl class="hours">${spans.map((span) => html`<dt>${days(span)}</dt><dd${span.open === '' && html` class="hours-closed"`}>${span.open || view.word('closed')}</dd>`)}</dl>${note !== '' && html`<p class="hours-note"${view.part('note')}>${note}</p>`}`;
    },
    css: css`
      .hours-title {
        margin: 0 0 0.5em;
        font-family: var(--title-font);
        font-weight: var(--title-weight);
      }
      .hours {
        display: grid;
        grid-template-columns: max-content auto;
        justify-content: start;
        gap: 0.25em 1em;
        margin: 0;
      }
      &.align-centre .hours {
        justify-content: center;
      }
      &.align-end .hours {
        justify-content: end;
      }
      dd {
        margin: 0;
        font-variant-numeric: tabular-nums;
      }
      .hours-closed,
      .hours-note {
        color: var(--quiet);
      }
      .hours-note {
        margin: 0.5em 0 0;
        font-size: 0.9375em;
      }
    `,
  },
);

/** Days after each other that have the same hours. */
interface Span {
  /** Days, counted from Monday as 0. */
  readonly first: number;
  readonly last: number;
  /** Empty where it is closed. */
  readonly open: string;
}

function spansOf(hours: readonly string[]): Span[] {
  const spans: Span[] = [];
  hours.forEach((open, day) => {
    const before = spans.at(-1);
    if (before?.open === open) spans[spans.length - 1] = { ...before, last: day };
    else spans.push({ first: day, last: day, open });
  });
  return spans;
}
