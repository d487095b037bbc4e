/** The theme settings: the store-wide look, declared as fields in groups. */
import { choice, colour, font, number, type Field } from '../fields/field.js';
import { fontTitles } from './fonts.js';

export const PICTURE_SHAPES = { square: 'Square', portrait: 'Portrait', landscape: 'Landscape' } as const;
/** Width to height, as CSS writes it. */
export const PICTURE_RATIOS: Readonly<Record<keyof typeof PICTURE_SHAPES, string>> = {
  square: '1',
  portrait: '4/5',
  landscape: '4/3',
};

export const THEME_GROUPS = {
  colour: {
    title: 'Colour',
    fields: {
      groundColour: colour('Ground', 'Behind everything, on the tone “plain”.', { default: '#fbfaf6' }),
      inkColour: colour('Text', 'Texts and titles.', { default: '#1f2d38' }),
      quietColour: colour('Quiet text', 'Brands, notes and legal lines.', { default: '#5b6770' }),
      lineColour: colour('Hairlines', 'Lines between things.', { default: '#d9d5ca' }),
      accentColour: colour('Accent', 'Main actions and reduced prices.', { default: '#b23a26' }),
      softColour: colour('Soft ground', 'The ground of the tone “soft”.', { default: '#efeadd' }),
      strongColour: colour('Strong ground', 'The ground of the tone “strong”; text on it is light.', {
        default: '#173647',
      }),
      vividColour: colour('Vivid ground', 'The ground of the tone “vivid”.', { default: '#f1c453' }),
    },
  },
  lettering: {
    title: 'Lettering',
    fields: {
      titleFont: font('Title font', 'Headings, product names and the store’s name.', fontTitles(), 'spectral'),
      textFont: font('Text font', 'Everything else.', fontTitles(), 'work-sans'),
      scale: number('Scale', 'How much each heading step is larger than the next.', {
        min: 1.1,
        max: 1.5,
        step: 0.01,
        default: 1.28,
      }),
    },
  },
  measure: {
    title: 'Measure',
    fields: {
      pageWidth: number('Page width', 'How wide the content may get.', {
        min: 880,
        max: 1600,
        step: 20,
        unit: 'px',
        default: 1200,
      }),
      gap: number('Space between things', 'Between cards, columns and sections.', {
        min: 8,
        max: 64,
        step: 4,
        unit: 'px',
        default: 28,
      }),
    },
  },
  actions: {
    title: 'Actions',
    fields: {
      buttonShape: choice(
        'Buttons',
        'The shape of buttons and inputs.',
        { square: 'Square', soft: 'Soft', round: 'Round' },
        'square',
      ),
    },
  },
  goods: {
    title: 'Goods',
    fields: {
      pictureRatio: choice('Pictures on cards', 'The shape product pictures are cut to.', PICTURE_SHAPES, 'square'),
    },
  },
} as const satisfies Record<string, { title: string; fields: Record<string, Field> }>;

export const THEME_FIELDS: Readonly<Record<string, Field>> = Object.assign(
  {},
  ...Object.values(THEME_GROUPS).map((group) => group.fields),
);
