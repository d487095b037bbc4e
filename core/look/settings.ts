/** The settings of the look: the store-wide look, declared as fields in groups. */
import type { Field } from '../fields/field.js';
import { choice, colour, font, number } from '../fields/make.js';
import { CARD_SETTINGS } from './card-settings.js';
import { groundworkOf } from '../groundworks/shipped.js';
import { fontTitles } from './fonts.js';

export const PICTURE_SHAPES = { square: 'Square', portrait: 'Portrait', landscape: 'Landscape' } as const;
/** Width to height, as CSS writes it. */
export const PICTURE_RATIOS: Readonly<Record<keyof typeof PICTURE_SHAPES, string>> = {
  square: '1',
  portrait: '4/5',
  landscape: '4/3',
};

const CASES = { written: 'As written', capitals: 'All capitals' } as const;
const FACES = { text: 'The text font', title: 'The title font' } as const;

/** A colour of a single part: empty as long as it follows another setting. */
const partColour = (label: string, help: string, follows: string) =>
  colour(label, `${help} Follows another colour until it is set.`, { default: '', follows });

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
      margin: number('Side margins', 'Between the content and the edges of the screen.', {
        min: 0.5,
        max: 4,
        step: 0.25,
        unit: 'rem',
        default: 1.25,
      }),
      gap: number('Gaps', 'Between cards, columns and the parts of a section.', {
        min: 0.5,
        max: 4,
        step: 0.25,
        unit: 'rem',
        default: 1.75,
      }),
      room: number('Space above and below', 'How much room sections have, as a multiple of the usual.', {
        min: 0.5,
        max: 2,
        step: 0.05,
        default: 1,
      }),
      corner: number('Corners', 'How round pictures, cards and boxes are.', {
        min: 0,
        max: 32,
        step: 1,
        unit: 'px',
        default: 0,
      }),
      motion: choice(
        'Motion',
        'How colours change under the pointer; shoppers who ask their device for less motion get none.',
        { none: 'At once', gentle: 'Gently', slow: 'Slowly' },
        'gentle',
      ),
    },
  },
  lettering: {
    title: 'Lettering',
    fields: {
      titleFont: font('Title font', 'Headings, product names and the store’s name.', fontTitles(), 'spectral'),
      titleWeight: choice(
        'Weight of titles',
        'How strong titles are; each typeface has a weight that suits it.',
        { suited: 'As suits the typeface', regular: 'Regular', strong: 'Strong' },
        'suited',
      ),
      titleCase: choice('Capitals in titles', 'How titles are written.', CASES, 'written'),
      titleSpacing: number('Spacing of titles', 'Room between the letters of titles.', {
        min: -0.05,
        max: 0.2,
        step: 0.005,
        unit: 'em',
        default: 0,
      }),
      textFont: font('Text font', 'Everything else.', fontTitles(), 'karla'),
      textSize: number('Size of texts', 'Of ordinary texts; everything else follows.', {
        min: 0.875,
        max: 1.375,
        step: 0.0625,
        unit: 'rem',
        default: 1.0625,
      }),
      leading: number('Line spacing', 'As a multiple of the size of the text.', {
        min: 1.2,
        max: 2,
        step: 0.05,
        default: 1.6,
      }),
      scale: number('Scale', 'How much larger each step of heading is than the next.', {
        min: 1.1,
        max: 1.5,
        step: 0.01,
        default: 1.28,
      }),
      priceFont: choice('Font of prices', 'Which of the two fonts prices are set in.', FACES, 'text'),
      priceWeight: choice(
        'Weight of prices',
        'How strong prices are.',
        { regular: 'Regular', strong: 'Strong' },
        'strong',
      ),
      labelCase: choice('Capitals in labels', 'How the labels of form fields are written.', CASES, 'written'),
      tableHeadCase: choice('Capitals in table headings', 'How the headings of tables are written.', CASES, 'written'),
    },
  },
  colour: {
    title: 'Colour',
    fields: {
      backgroundColour: colour('Background', 'Behind everything on the tone “plain”.', { default: '#fbfaf6' }),
      textColour: colour('Text', 'Texts and titles.', { default: '#1f2d38' }),
      quietColour: colour('Secondary text', 'Brands, notes and legal lines.', { default: '#5b6770' }),
      lineColour: colour('Lines', 'Lines between things.', { default: '#d9d5ca' }),
      accentColour: colour('Accent', 'Main buttons and reduced prices.', { default: '#b23a26' }),
      softColour: colour('Soft background', 'Behind sections on the tone “soft”.', { default: '#efeadd' }),
      strongColour: colour('Strong background', 'Behind sections on the tone “strong”; their text is light.', {
        default: '#173647',
      }),
      vividColour: colour('Vivid background', 'Behind sections on the tone “vivid”.', { default: '#f1c453' }),
      titleColour: partColour('Titles', 'Headings and names of products.', 'textColour'),
      linkColour: partColour('Links', 'Links in texts.', 'textColour'),
      currentColour: partColour(
        'Current menu entry',
        'In menus, the entry of the page that is open; on the tones strong and vivid as near to it as can be read there.',
        'textColour',
      ),
      priceColour: partColour('Prices', 'Prices that are not reduced.', 'textColour'),
      reducedColour: partColour('Reduced prices', 'Prices that are lower than before.', 'accentColour'),
      labelColour: partColour('Labels', 'Labels of form fields.', 'textColour'),
      tableHeadColour: partColour('Table headings', 'The heads of rows and columns.', 'quietColour'),
      badgeColour: partColour('Badges', 'Behind the short words beside entries of menus.', 'accentColour'),
    },
  },
  buttons: {
    title: 'Buttons and forms',
    fields: {
      buttonShape: choice(
        'Shape of buttons',
        'The corners of buttons and form fields.',
        { square: 'Square', soft: 'Soft', round: 'Round' },
        'square',
      ),
      buttonSize: choice(
        'Size of buttons',
        'How large main buttons are.',
        { small: 'Small', medium: 'Medium', large: 'Large' },
        'medium',
      ),
      buttonStyle: choice(
        'Style of buttons',
        'Main buttons filled with their colour, or with a border of it only.',
        { filled: 'Filled', outlined: 'Outlined' },
        'filled',
      ),
      buttonColour: partColour('Buttons', 'Main buttons at rest.', 'accentColour'),
      buttonHoverColour: partColour('Buttons under the pointer', 'Main buttons under the pointer.', 'buttonColour'),
      buttonCase: choice('Capitals on buttons', 'How words on buttons are written.', CASES, 'written'),
      stroke: number('Border thickness', 'Of buttons, form fields and cards.', {
        min: 1,
        max: 4,
        step: 1,
        unit: 'px',
        default: 1,
      }),
      fieldColour: partColour('Form fields', 'Behind what is typed.', 'backgroundColour'),
      fieldBorderColour: partColour('Borders of form fields', 'Around form fields.', 'quietColour'),
      underline: choice(
        'Underlined links',
        'Whether links in texts are underlined at once or under the pointer.',
        { always: 'Always', pointer: 'Under the pointer' },
        'always',
      ),
    },
  },
  cards: {
    title: 'Cards',
    fields: {
      pictureRatio: choice(
        'Pictures on cards',
        'The shape that product pictures are cut to.',
        PICTURE_SHAPES,
        'square',
      ),
      cardStyle: choice(
        'Cards',
        'A card with nothing around it, with a border, or filled as a box.',
        { plain: 'Plain', bordered: 'Bordered', boxed: 'Boxed' },
        'plain',
      ),
      cardShadow: choice(
        'Shadow of cards',
        'What cards throw on the page.',
        { none: 'None', soft: 'Soft', deep: 'Deep' },
        'none',
      ),
      cardAlign: choice(
        'Alignment on cards',
        'Where the words on cards begin.',
        { start: 'At the start', centre: 'In the middle' },
        'start',
      ),
      cardTitleSize: number('Titles on cards', 'How large names of products are on cards.', {
        min: 0.875,
        max: 1.75,
        step: 0.0625,
        unit: 'rem',
        default: 1.125,
      }),
      ...CARD_SETTINGS,
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
        // The test of groundworks holds their defaults against the fields.
        Object.hasOwn(groundwork.defaults, name) ? ({ ...field, default: groundwork.defaults[name] } as Field) : field,
      ]),
    );
    byGroundwork.set(groundwork.code, fields);
  }
  return fields;
}
