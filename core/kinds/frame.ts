/** The frame every section has around it: width, background, space, alignment, devices, dates. Declared as fields, like everything that can be set. */
import { WIDTH_TITLES } from '../documents/document.js';
import type { PictureValue, ValuesOf } from '../fields/field.js';
import { choice, colour, dateTime, number, picture, toggle } from '../fields/make.js';
import { readableOn } from '../look/contrast.js';
import type { Properties } from './properties.js';

/** What a section, or a whole region, lies on, and the colour of what is written there. */
export const GROUND = {
  tone: choice(
    'Tone',
    'The background of the section, with colours of texts that suit it; “plain” in a region has the tone of the region.',
    { plain: 'Plain', soft: 'Soft', strong: 'Strong', vivid: 'Vivid', own: 'Own colour' },
    'plain',
  ),
  colour: colour('Own colour', 'The background of the section.', {
    default: '#e8e4da',
    counts: { where: 'tone', is: ['own'] },
  }),
  textColour: colour(
    'Colour of texts',
    'Everything that is written on it, titles and links too. Follows the tone until it is set.',
    { default: '', follows: 'textColour' },
  ),
} as const;

export const FRAME = {
  width: choice(
    'Width',
    'How far the section reaches; “as the page” follows the template, or in a region the widest of the content.',
    { page: 'As the page', ...WIDTH_TITLES },
    'page',
  ),
  ...GROUND,
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
  textWeight: choice(
    'Weight of texts',
    'How strong texts are. Titles have the weight of the look.',
    { usual: 'As the page', strong: 'Strong' },
    'usual',
  ),
  textCase: choice(
    'Capitals in texts',
    'How texts, titles, labels and buttons are written.',
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

type GroundValues = ValuesOf<typeof GROUND>;

export const groundClasses = ({ tone, textColour }: GroundValues): string =>
  `tone-${tone}${textColour === '' ? '' : ' texts-coloured'}`;

/** What the ground sets besides classes. */
export const groundProperties = ({ tone, colour, textColour }: GroundValues): Properties => ({
  ...(tone === 'own' ? { '--own': colour, '--on-own': readableOn(colour) } : {}),
  ...(textColour === '' ? {} : { '--texts': textColour }),
});

/** What the frame sets besides classes. */
export function frameProperties(frame: FrameValues): Properties {
  const { background, gradientColour, gradientDirection, strength } = frame;
  const focus = pictureBehind(frame)?.focus;
  return {
    ...groundProperties(frame),
    ...(background === 'gradient'
      ? { '--gradient': `linear-gradient(${DIRECTIONS[gradientDirection] ?? ''}, transparent, ${gradientColour})` }
      : {}),
    ...(background !== 'none' && strength !== 100 ? { '--strength': `${strength}%` } : {}),
    ...(focus ? { '--back-focus': `${focus.x}% ${focus.y}%` } : {}),
  };
}
