/** The look to the stylesheet of a store: custom properties, then the groundwork's rules that use them. */
import type { LookDocument, Values } from '../design/document.js';
import { withDefaults } from '../fields/value.js';
import { BASE } from '../groundworks/base.js';
import { groundworkOf } from '../groundworks/shipped.js';
import { readableOn } from './contrast.js';
import { facesOf, fontPath, FONTS, type FontFace } from './fonts.js';
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

/** The custom properties that the rules use, by name. */
function propertiesOf(values: Values): Record<string, string> {
  const text = (name: string): string => String(values[name]);
  const [titles, texts] = [FONTS[text('titleFont')], FONTS[text('textFont')]];
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
    'title-font': String(titles?.stack),
    'title-weight': String(titles?.titleWeight),
    'text-font': String(texts?.stack),
    scale: text('scale'),
    widest: `${text('widest')}px`,
    gap: `${text('gap')}rem`,
    radius: String(RADII[text('buttonShape')]),
    ratio: PICTURE_RATIOS[text('pictureRatio') as keyof typeof PICTURE_RATIOS],
  };
}

/** Every setting as it counts: what a template has of its own goes before the store’s. */
const valuesOf = ({ groundwork, values }: LookDocument, overrides: Values): Values =>
  withDefaults(lookFields(groundwork), { ...values, ...overrides }) as Values;

/**
 * The paths of the font files, to be loaded before all else: one that comes late is not used on the page.
 * @param overrides settings that a template has of its own
 */
export function fontPaths(look: LookDocument, overrides: Values = {}): string[] {
  const { titleFont, textFont } = valuesOf(look, overrides);
  return facesOf(String(titleFont), String(textFont)).map(({ file }) => fontPath(file));
}

function fontRules({ titleFont, textFont }: Values): string {
  const [titles, texts] = [String(titleFont), String(textFont)];
  const declared = (face: Readonly<Record<string, string>>): string =>
    `@font-face{${Object.entries(face)
      .map(([name, value]) => `${name}:${value}`)
      .join(';')}}\n`;
  const standIns = [...new Set([titles, texts])].flatMap((font) => FONTS[font]?.standIns ?? []);
  return `${facesOf(titles, texts).map(fontFace).join('')}${standIns.map(declared).join('')}`;
}

// Optional: what comes late is used from the next page on, so that nothing a shopper reads moves.
const fontFace = ({ family, weight, file }: FontFace): string =>
  `@font-face{font-family:'${family}';font-weight:${weight};font-display:optional;src:url(${fontPath(file)}) format('woff2')}\n`;
