/** The frame every section has around it: width, background, space, alignment, devices, dates. Declared as fields, like everything that can be set. */
import type { PictureValue, ValuesOf } from '../fields/field.js';
import { choice, colour, dateTime, number, picture, toggle } from '../fields/make.js';
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
  colour: colour('Own colour', 'The background of the section.', {
    default: '#e8e4da',
    counts: { where: 'tone', is: ['own'] },
  }),
  background: choice(
    'Background',
    'What lies over the tone, behind the section.',
    { none: 'The tone alone', gradient: 'Gradient', picture: 'Picture', slow: 'Parallax picture' },
    'none',
  ),
  gradientColour: colour('Gradient to', 'The gradient goes from the tone to this colour.', {
    default: '#ffffff',
    counts: { where: 'background', is: ['gradient'] },
  }),
  gradientDirection: choice(
    'Direction of the gradient',
    'Where the gradient goes.',
    { down: 'Down', across: 'Across', diagonal: 'Diagonally' },
    'down',
    { counts: { where: 'background', is: ['gradient'] } },
  ),
  picture: picture('Background picture', 'Behind the section; quiet ones suit best.', {
    suits: 16 / 9,
    counts: { where: 'background', is: ['picture', 'slow'] },
  }),
  strength: number('Strength', 'How much of the gradient or the picture is seen over the tone.', {
    min: 5,
    max: 100,
    step: 5,
    unit: '%',
    default: 100,
    counts: { where: 'background', is: ['gradient', 'picture', 'slow'] },
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
  textSize: choice(
    'Size of texts',
    'Smaller for small print, larger for a few words that matter. Titles have their own size.',
    { smaller: 'Smaller', usual: 'As the page', larger: 'Larger', largest: 'Largest' },
    'usual',
  ),
  textWeight: choice('Weight of texts', 'How strong texts are.', { usual: 'As the page', strong: 'Strong' }, 'usual'),
  textCase: choice(
    'Capitals in texts',
    'How texts are written.',
    { written: 'As written', capitals: 'All capitals' },
    'written',
  ),
  hidden: toggle('Hidden', 'Hides the section, on all devices or on some.', { perDevice: true }),
  from: dateTime('Shown from', 'When the section starts showing; leave empty for no start.'),
  until: dateTime('Shown until', 'When the section stops showing; leave empty for no end.'),
} as const;

const DIRECTIONS: Readonly<Record<string, string>> = { down: '180deg', across: '90deg', diagonal: '135deg' };

export type FrameValues = ValuesOf<typeof FRAME>;

/** The picture behind a section, if it has one. */
export const pictureBehind = ({ background, picture }: FrameValues): PictureValue | null =>
  background === 'picture' || background === 'slow' ? picture : null;

/** What the frame sets besides classes. */
export function frameProperties(frame: FrameValues): Properties {
  const { tone, colour, background, gradientColour, gradientDirection, strength } = frame;
  const focus = pictureBehind(frame)?.focus;
  return {
    ...(tone === 'own' ? { '--own': colour, '--on-own': readableOn(colour) } : {}),
    ...(background === 'gradient'
      ? { '--gradient': `linear-gradient(${DIRECTIONS[gradientDirection] ?? ''}, transparent, ${gradientColour})` }
      : {}),
    ...(background !== 'none' && strength !== 100 ? { '--strength': `${strength}%` } : {}),
    ...(focus ? { '--back-focus': `${focus.x}% ${focus.y}%` } : {}),
  };
}
