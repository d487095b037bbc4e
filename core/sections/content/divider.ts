/** A line, an ornament or room between two sections. */
import { choice } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { deviceClasses } from '../../kinds/devices.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';

export const divider = defineKind(
  {
    name: 'divider',
    version: 1,
    title: 'Divider',
    sentence: 'A line, a small ornament or empty room between what is above and what is below.',
    alsoCalled: ['line', 'spacer', 'separator', 'gap'],
    fields: {
      shown: choice(
        'Shown as',
        'What is seen between the sections.',
        { line: 'A line', dashes: 'A dashed line', ornament: 'Three small diamonds', room: 'Empty room' },
        'line',
      ),
      length: choice('Length', 'How far a line reaches.', { whole: 'The whole width', part: 'A part of it' }, 'whole'),
      height: choice(
        'Room',
        'How much room is above and below.',
        { small: 'Little', medium: 'Some', large: 'Much' },
        'small',
        {
          perDevice: true,
        },
      ),
    },
    sketch: [14, { draw: 'line', height: 2 }, 14],
  },
  {
    view({ shown, length, height }) {
      const classes = `divider ${deviceClasses('room', height)}`;
      if (shown === 'room') return html`<div class="${classes}"></div>`;
      if (shown === 'ornament')
        return html`<div class="${classes}"><svg class="divider-ornament" viewBox="0 0 48 8" aria-hidden="true"><path d="M6 1l3 3-3 3-3-3zM24 0l4 4-4 4-4-4zM42 1l3 3-3 3-3-3z"/></svg></div>`;
      return html`<div class="${classes}"><hr class="divider-${shown} divider-${length}"></div>`;
    },
    css: css`
      .divider {
        display: grid;
      }
      .room-small {
        padding-block: 0.25em;
      }
      .room-medium {
        padding-block: 1.5em;
      }
      .room-large {
        padding-block: 4em;
      }
      @media (max-width: 1023px) {
        .t-room-small {
          padding-block: 0.25em;
        }
        .t-room-medium {
          padding-block: 1.5em;
        }
        .t-room-large {
          padding-block: 4em;
        }
      }
      @media (max-width: 599px) {
        .p-room-small {
          padding-block: 0.25em;
        }
        .p-room-medium {
          padding-block: 1.5em;
        }
        .p-room-large {
          padding-block: 4em;
        }
      }
      hr {
        width: 100%;
        margin: 0;
        border: 0;
        border-block-start: 1px solid var(--line);
      }
      .divider-dashes {
        border-block-start: 0.15em dashed var(--line);
      }
      .divider-part {
        width: min(12em, 40%);
      }
      &.align-centre .divider-part,
      &.align-centre .divider-ornament {
        justify-self: center;
      }
      &.align-end .divider-part,
      &.align-end .divider-ornament {
        justify-self: end;
      }
      .divider-ornament {
        width: 3.5em;
        fill: var(--accent);
      }
    `,
  },
);
