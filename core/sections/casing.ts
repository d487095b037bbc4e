/** The casing every section has around it. Declared as fields, like everything that can be set. */
import { choice, dateTime, toggle } from '../fields/field.js';

export const CASING = {
  width: choice(
    'Width',
    'How far the section reaches; “as the page” follows the template.',
    { page: 'As the page', narrow: 'Narrow', wide: 'Wide', edge: 'Edge to edge' },
    'page',
  ),
  tone: choice(
    'Ground',
    'The colours the section stands on.',
    { plain: 'Plain', soft: 'Soft', strong: 'Strong', vivid: 'Vivid' },
    'plain',
  ),
  space: choice(
    'Space above and below',
    'How much air the section has.',
    { none: 'None', small: 'Small', medium: 'Medium', large: 'Large' },
    'medium',
    { perDevice: true },
  ),
  align: choice(
    'Alignment',
    'How texts in the section are set.',
    { start: 'Start', centre: 'Centre', end: 'End' },
    'start',
    { perDevice: true },
  ),
  hidden: toggle('Hidden', 'Leaves the section out, on all devices or on some.', { perDevice: true }),
  from: dateTime('Shown from', 'When the section begins to be shown; empty for always.'),
  until: dateTime('Shown until', 'When the section ends to be shown; empty for ever.'),
} as const;
