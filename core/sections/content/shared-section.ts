/** Shows a shared section: the same content in several places, on purpose. */
import { reference } from '../../fields/make.js';
import { defineKind, FILLING, SHARED_SECTION } from '../../kinds/kind.js';

export const sharedSection = defineKind(
  {
    name: SHARED_SECTION,
    version: 1,
    title: 'Shared section',
    sentence: 'A section that is used in several places; changing it changes all of them.',
    alsoCalled: ['reusable', 'block'],
    fields: { shared: reference('Shared section', 'Which of the shared sections is shown.', 'shared') },
    caption: 'shared',
    sketch: [
      {
        over: [
          { draw: 'box', height: 120 },
          {
            x: 40,
            y: 30,
            width: 1120,
            inset: [{ draw: 'title', width: 420, height: 24 }, 12, { draw: 'text', width: 760, height: 10 }],
          },
        ],
      },
    ],
  },
  { view: (_values, view) => view.slot(FILLING) },
);
