/** The settings of the look: the store-wide look, declared as fields in groups. */
import type { Field } from '../fields/field.js';
import { choice, colour, font, number } from '../fields/make.js';
import { groundworkOf } from '../groundworks/shipped.js';
import { fontTitles } from './fonts.js';

export const PICTURE_SHAPES = { square: 'Square', portrait: 'Portrait', landscape: 'Landscape' } as const;
/** Width to height, as CSS writes it. */
export const PICTURE_RATIOS: Readonly<Record<keyof typeof PICTURE_SHAPES, string>> = {
  square: '1',
  portrait: '4/5',
  landscape: '4/3',
};

/** In the order they are shown. */
export const LOOK_GROUPS = {
  space: {
    title: 'Space',
    fields: {
      widest: number('Widest content', 'How wide the content may get on a large screen.', {
        min: 640,
        max: 1760,
        step: 20,
        unit: 'px',
        default: 1180,
      }),
      gap: number('Room between things', 'Between cards, columns and the parts of a section.', {
        min: 0.5,
        max: 4,
        step: 0.25,
        unit: 'rem',
        default: 1.75,
      }),
    },
  },
  lettering: {
    title: 'Lettering',
    fields: {
      titleFont: font('Title font', 'Headings, product names and the store’s name.', fontTitles(), 'spectral'),
      textFont: font('Text font', 'Everything else.', fontTitles(), 'work-sans'),
      scale: number('Scale', 'How much larger each step of heading is than the next.', {
        min: 1.1,
        max: 1.5,
        step: 0.01,
        default: 1.28,
      }),
    },
  },
  colour: {
    title: 'Colour',
    fields: {
      backgroundColour: colour('Background', 'Behind everything on the tone “plain”.', { default: '#fbfaf6' }),
      textColour: colour('Text', 'Texts and titles.', { default: '#1f2d38' }),
      quietColour: colour('Quiet text', 'Brands, notes and legal lines.', { default: '#5b6770' }),
      lineColour: colour('Lines', 'Lines between things.', { default: '#d9d5ca' }),
      accentColour: colour('Accent', 'Main buttons and reduced prices.', { default: '#b23a26' }),
      softColour: colour('Soft background', 'Behind sections on the tone “soft”.', { default: '#efeadd' }),
      strongColour: colour('Strong background', 'Behind sections on the tone “strong”; their text is light.', {
        default: '#173647',
      }),
      vividColour: colour('Vivid background', 'Behind sections on the tone “vivid”.', { default: '#f1c453' }),
    },
  },
  controls: {
    title: 'Controls',
    fields: {
      buttonShape: choice(
        'Shape of buttons',
        'The corners of buttons and form fields.',
        { square: 'Square', soft: 'Soft', round: 'Round' },
        'square',
      ),
    },
  },
  items: {
    title: 'Items in lists',
    fields: {
      pictureRatio: choice(
        'Pictures on cards',
        'The shape that product pictures are cut to.',
        PICTURE_SHAPES,
        'square',
      ),
    },
  },
} as const satisfies Record<string, { title: string; fields: Record<string, Field> }>;

export const LOOK_FIELDS: Readonly<Record<string, Field>> = Object.assign(
  {},
  ...Object.values(LOOK_GROUPS).map((group) => group.fields),
);

const byGroundwork = new Map<string, Readonly<Record<string, Field>>>();

/** The settings with the defaults of a groundwork. @param code the first groundwork’s, if absent */
export function lookFields(code?: string): Readonly<Record<string, Field>> {
  const groundwork = groundworkOf(code);
  let fields = byGroundwork.get(groundwork.code);
  if (!fields) {
    fields = Object.fromEntries(
      Object.entries(LOOK_FIELDS).map(([name, field]) => [
        name,
        Object.hasOwn(groundwork.defaults, name) ? ({ ...field, default: groundwork.defaults[name] } as Field) : field,
      ]),
    );
    byGroundwork.set(groundwork.code, fields);
  }
  return fields;
}
