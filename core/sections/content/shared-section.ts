/** Shows a shared section: the same content in several places, on purpose. */
import { reference } from '../../fields/make.js';
import { html } from '../../kinds/html.js';
import { mark } from '../../kinds/sketch.js';
import { defineKind, SHARED_SECTION } from '../../kinds/kind.js';

export const sharedSection = defineKind({
  name: SHARED_SECTION,
  version: 1,
  title: 'Shared section',
  sentence: 'A section that is used in several places; changing it changes all of them.',
  fields: { shared: reference('Shared section', 'Which of the shared sections is shown.', 'shared') },
  view: (_values, view) => html`${view.filling()}`,
  css: '',
  sketch: ({ shared }) => ({ height: 120, marks: [mark('box', 0, 0, 1200, 120)], caption: shared }),
});
