/** How long it is to an instant, and what is said after it. */
import { choice, dateTime, text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html, NOTHING } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import { countDown } from './countdown.script.js';

/** The units that are counted, with how many milliseconds each has. */
const UNITS = [
  ['days', 86_400_000],
  ['hours', 3_600_000],
  ['minutes', 60_000],
  ['seconds', 1_000],
] as const;

export const countdown = defineKind(
  {
    name: 'countdown',
    version: 1,
    title: 'Countdown',
    sentence: 'Counts down to a day and time, and says something once that has passed.',
    alsoCalled: ['timer', 'sale ends'],
    fields: {
      title: text('Title', 'The words before the time that is left.', { default: 'Only for a short time', max: 120 }),
      until: dateTime('Counts to', 'The day and time it counts down to; shows nothing while it is empty.'),
      size: choice('Size', 'How large the numbers are.', { normal: 'Normal', large: 'Large' }, 'normal'),
      after: text('Afterwards', 'What is shown once the time is over; leave empty for nothing.', { max: 200 }),
    },
    caption: 'title',
    says: ['days', 'hours', 'minutes', 'seconds', 'until-day'],
    sketch: [
      6,
      { draw: 'text', width: 420, height: 14 },
      14,
      { grid: [{ draw: 'box', height: 70 }], across: 6, count: 4, rows: 1 },
      6,
    ],
  },
  {
    view({ title, until, size, after }, view) {
      if (until === '') return view.standIn('The countdown shows here once it has an end.');
      if (!view.isNow({ from: '', until }))
        return after === '' ? NOTHING : html`<p class="countdown-after"${view.part('after')}>${after}</p>`;
      // Without script the day is said; with it the time that is left counts down in its place.
      const parts = UNITS.map(
        ([unit, length]) =>
          html`<span class="countdown-part"><b data-unit="${length}">–</b> <small>${view.word(unit)}</small></span>`,
      );
      return html`<div class="countdown countdown-${size}">${title !== '' && html`<p class="countdown-title"${view.part('title')}>${title}</p>`}<div class="countdown-when"><p class="countdown-day"><time datetime="${until}">${view.word('until-day', { day: view.locale.moment(until) })}</time></p><div class="countdown-left" data-countdown="${until}" role="timer">${parts}</div></div></div>`;
    },
    script: countDown,
    css: css`
      p {
        margin: 0;
      }
      .countdown {
        display: flex;
        flex-wrap: wrap;
        align-items: baseline;
        gap: 0.25em 1.5em;
      }
      &.align-centre .countdown {
        justify-content: center;
      }
      &.align-end .countdown {
        justify-content: end;
      }
      .countdown-title {
        font-weight: 600;
      }
      .countdown-left {
        display: flex;
        gap: 1.25em;
        font-variant-numeric: tabular-nums;
      }
      /* Both have their room from the start, so that nothing moves when one takes the place of the other. */
      .countdown-when {
        display: grid;
      }
      .countdown-when > * {
        grid-area: 1/1;
      }
      .countdown-when:not(.is-counting) .countdown-left,
      .is-counting .countdown-day {
        visibility: hidden;
      }
      .countdown-part b {
        display: inline-block;
        min-inline-size: 1.25em;
        text-align: end;
        font: var(--title-weight) 1.35em/1.2 var(--title-font);
      }
      .countdown-large .countdown-part {
        display: grid;
        justify-items: center;
      }
      .countdown-large .countdown-part b {
        font-size: 2.6em;
      }
    `,
  },
);
