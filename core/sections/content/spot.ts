/** A named place that additions may fill, on some pages, without a template of their own. */
import { text } from '../../fields/make.js';
import { html } from '../../kinds/html.js';
import { mark } from '../../kinds/sketch.js';
import { defineKind, SPOT } from '../../kinds/kind.js';

export const spot = defineKind({
  name: SPOT,
  version: 1,
  title: 'Spot',
  sentence: 'A named place that additions can fill on some pages; empty on all others.',
  fields: {
    name: text('Name', 'What additions call the place.', {
      max: 40,
      plain: true,
      default: 'extra',
      form: { pattern: /^[a-z0-9][a-z0-9-]*$/, words: 'lower-case letters, digits and “-”' },
    }),
  },
  view: (_values, view) => html`${view.filling()}`,
  css: '',
  sketch: ({ name }) => ({ height: 48, marks: [mark('box', 0, 0, 1200, 48)], caption: name }),
});
