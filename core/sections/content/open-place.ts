/** A named place that additions may fill, on some pages, without a template of their own. */
import { text } from '../../fields/make.js';
import { defineKind, FILLING, OPEN_PLACE } from '../../kinds/kind.js';

export const openPlace = defineKind(
  {
    name: OPEN_PLACE,
    version: 1,
    title: 'Open place',
    sentence: 'A named place that additions can fill on some pages; empty on all others.',
    alsoCalled: ['slot', 'placeholder'],
    fields: {
      name: text('Name', 'What additions call the place.', {
        max: 40,
        plain: true,
        default: 'extra',
        form: { pattern: '^[a-z0-9][a-z0-9-]*$', words: 'lower-case letters, digits and “-”' },
      }),
    },
    caption: 'name',
    sketch: [
      {
        over: [
          { draw: 'box', height: 64 },
          { x: 560, y: 30, width: 80, inset: [{ draw: 'line', height: 4 }] },
        ],
      },
    ],
  },
  { view: (_values, view) => view.slot(FILLING) },
);
