/** The frame every section has around it: width, background, space, alignment, devices, dates. Declared as fields, like everything that can be set. */
import { choice, colour, dateTime, toggle } from '../fields/make.js';
import { readableOn } from '../look/contrast.js';
import type { Properties } from './properties.js';

export const FRAME = {
  width: choice(
    'Width',
    'How far the section reaches; “as the page” follows the template.',
    { page: 'As the page', reading: 'Reading', standard: 'Standard', broad: 'Broad', edge: 'Edge to edge' },
    'page',
  ),
  tone: choice(
    'Tone',
    'The background of the section, with colours of texts that suit it.',
    { plain: 'Plain', soft: 'Soft', strong: 'Strong', vivid: 'Vivid', own: 'Own colour' },
    'plain',
  ),
  colour: colour('Own colour', 'The background, where the tone is “Own colour”.', {
    default: '#e8e4da',
  }),
  space: choice(
    'Space above and below',
    'How much room the section has above and below it.',
    { none: 'None', small: 'Small', medium: 'Medium', large: 'Large' },
    'medium',
    { perDevice: true },
  ),
  align: choice(
    'Alignment',
    'How texts in the section are aligned.',
    { start: 'Start', centre: 'Centre', end: 'End' },
    'start',
    { perDevice: true },
  ),
  hidden: toggle('Hidden', 'Hides the section, on all devices or on some.', { perDevice: true }),
  from: dateTime('Shown from', 'When the section starts showing; leave empty for no start.'),
  until: dateTime('Shown until', 'When the section stops showing; leave empty for no end.'),
} as const;

/** What the frame sets besides classes. */
export const frameProperties = ({ tone, colour }: { readonly tone: string; readonly colour: string }): Properties =>
  tone === 'own' ? { '--own': colour, '--on-own': readableOn(colour) } : {};
