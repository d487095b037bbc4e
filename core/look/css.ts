/** The look to the stylesheet of a store: custom properties, then the groundwork's rules that use them. */
import type { LookDocument, Values } from '../documents/document.js';
import { withDefaults } from '../fields/value.js';
import { BASE } from '../groundworks/base.js';
import { groundworkOf } from '../groundworks/shipped.js';
import { darker, NEEDED_CONTRAST, readableOn } from './contrast.js';
import { facesOf, fontPath, FONTS, type FontFace } from './fonts.js';
import { nearestReadable } from './nearest.js';
import { lookFields, PICTURE_RATIOS } from './settings.js';

const RADII: Readonly<Record<string, string>> = { square: '0px', soft: '6px', round: '999px' };

/** The stylesheet for a look document. @param overrides settings that a template has of its own */
export const lookCss = (look: LookDocument, overrides: Values = {}): string =>
  `${lookRoot(look, overrides)}\n${BASE}${groundworkOf(look.groundwork).css}`;

/** The part of the stylesheet that settings change: all else takes its measures from it. */
export function lookRoot(look: LookDocument, overrides: Values = {}): string {
  const values = valuesOf(look, overrides);
  const properties = Object.entries(propertiesOf(values)).map(([name, value]) => `--${name}:${value}`);
  return `${fontRules(values)}:root{${properties.join(';')}}`;
}

const SIZES: Readonly<Record<string, string>> = { small: '0.875rem', medium: '1rem', large: '1.1875rem' };
const MOTIONS: Readonly<Record<string, string>> = { none: '0s', gentle: '0.15s', slow: '0.4s' };
const SHADOWS: Readonly<Record<string, string>> = {
  none: 'none',
  soft: '0 1px 4px rgb(0 0 0/12%)',
  deep: '0 6px 24px rgb(0 0 0/18%)',
};
const INNER_CORNERS =
  'max(0px,calc(var(--corner) - var(--card-stroke))) max(0px,calc(var(--corner) - var(--card-stroke))) 0 0';
const WEIGHTS: Readonly<Record<string, number>> = { regular: 400, strong: 600 };

/** The custom properties that the rules use, by name. Colours of single parts are there only where they are set. */
function propertiesOf(values: Values): Record<string, string> {
  const text = (name: string): string => String(values[name]);
  const from = (table: Readonly<Record<string, string>>, name: string): string => String(table[text(name)]);
  const cased = (name: string): string => (text(name) === 'capitals' ? 'uppercase' : 'none');
  const parts = Object.entries(PART_COLOURS).flatMap(([property, name]) =>
    text(name) === '' ? [] : [[property, text(name)]],
  );
  const button = text('buttonColour') || text('accentColour');
  const badge = text('badgeColour') || text('accentColour');
  const isOutlined = text('buttonStyle') === 'outlined';
  const isBoxed = text('cardStyle') === 'boxed';
  return {
    background: text('backgroundColour'),
    text: text('textColour'),
    quiet: text('quietColour'),
    line: text('lineColour'),
    accent: text('accentColour'),
    'on-accent': readableOn(text('accentColour')),
    hover: text('accentColour'),
    soft: text('softColour'),
    strong: text('strongColour'),
    'on-strong': readableOn(text('strongColour')),
    vivid: text('vividColour'),
    'on-vivid': readableOn(text('vividColour')),
    // Each part is a pair of texts.
    ...(Object.fromEntries(parts) as Record<string, string>),
    'current-on-strong': currentOn(text('currentColour'), text('strongColour')),
    'current-on-vivid': currentOn(text('currentColour'), text('vividColour')),
    badge,
    'on-badge': readableOn(badge),
    'title-font': String(FONTS[text('titleFont')]?.stack),
    'title-weight': String(titleWeightOf(values)),
    'title-case': cased('titleCase'),
    'title-spacing': `${text('titleSpacing')}em`,
    'text-font': String(FONTS[text('textFont')]?.stack),
    'text-size': `${text('textSize')}rem`,
    leading: text('leading'),
    scale: text('scale'),
    'price-font': `var(--${text('priceFont')}-font)`,
    'price-weight': String(WEIGHTS[text('priceWeight')]),
    'label-case': cased('labelCase'),
    'table-head-case': cased('tableHeadCase'),
    widest: `${text('widest')}px`,
    margin: `${text('margin')}rem`,
    gap: `${text('gap')}rem`,
    room: text('room'),
    corner: `${text('corner')}px`,
    motion: from(MOTIONS, 'motion'),
    radius: from(RADII, 'buttonShape'),
    stroke: `${text('stroke')}px`,
    'button-size': from(SIZES, 'buttonSize'),
    'button-case': cased('buttonCase'),
    'button-border': button,
    'button-ground': isOutlined ? 'transparent' : button,
    'on-button': isOutlined ? button : readableOn(button),
    'button-hover': text('buttonHoverColour') || darker(button),
    'on-button-hover': readableOn(text('buttonHoverColour') || darker(button)),
    underline: text('underline') === 'always' ? 'underline' : 'none',
    // A choice of the look: its values are these.
    ratio: PICTURE_RATIOS[text('pictureRatio') as keyof typeof PICTURE_RATIOS],
    'card-stroke': text('cardStyle') === 'bordered' ? 'var(--stroke)' : '0px',
    'card-inset': text('cardStyle') === 'plain' ? '0px' : '0.9rem',
    // Inside a border only the upper two are round.
    'card-picture-corners': text('cardStyle') === 'plain' ? 'var(--corner)' : INNER_CORNERS,
    'card-ground': isBoxed ? text('softColour') : 'transparent',
    'card-shadow': from(SHADOWS, 'cardShadow'),
    'card-align': text('cardAlign') === 'centre' ? 'center' : 'start',
    'card-title-size': `${text('cardTitleSize')}rem`,
  };
}

/** The colour of the current entry on a tone: as near to the one that is set as can be read there; else that of texts. */
const currentOn = (current: string, ground: string): string =>
  current === '' ? 'initial' : nearestReadable(current, ground, NEEDED_CONTRAST);

/** Custom property -> the setting of the single part. */
const PART_COLOURS = {
  title: 'titleColour',
  link: 'linkColour',
  current: 'currentColour',
  price: 'priceColour',
  reduced: 'reducedColour',
  label: 'labelColour',
  'table-head': 'tableHeadColour',
  field: 'fieldColour',
  'field-border': 'fieldBorderColour',
} as const;

const titleWeightOf = (values: Values): number =>
  WEIGHTS[String(values['titleWeight'])] ?? FONTS[String(values['titleFont'])]?.titleWeight ?? 600;

/** Every setting as it counts: what a template has of its own goes before the store’s. */
const valuesOf = ({ groundwork, values }: LookDocument, overrides: Values): Values =>
  withDefaults(lookFields(groundwork), { ...values, ...overrides });

/**
 * The paths of the font files, to be loaded before all else: one that comes late is not used on the page.
 * @param overrides settings that a template has of its own
 */
export function fontPaths(look: LookDocument, overrides: Values = {}): string[] {
  return facesIn(valuesOf(look, overrides)).map(({ file }) => fontPath(file));
}

const facesIn = (values: Values): FontFace[] =>
  facesOf(String(values['titleFont']), titleWeightOf(values), String(values['textFont']));

function fontRules(values: Values): string {
  const [titles, texts] = [String(values['titleFont']), String(values['textFont'])];
  const declared = (face: Readonly<Record<string, string>>): string =>
    `@font-face{${Object.entries(face)
      .map(([name, value]) => `${name}:${value}`)
      .join(';')}}\n`;
  const standIns = [...new Set([titles, texts])].flatMap((font) => FONTS[font]?.standIns ?? []);
  return `${facesIn(values).map(fontFace).join('')}${standIns.map(declared).join('')}`;
}

// Optional: what comes late is used from the next page on, so that nothing a shopper reads moves.
const fontFace = ({ family, weight, file }: FontFace): string =>
  `@font-face{font-family:'${family}';font-weight:${weight};font-display:optional;src:url(${fontPath(file)}) format('woff2')}\n`;
