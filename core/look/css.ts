/** The look to the stylesheet of a store: custom properties, then the groundwork's rules that use them. */
import type { LookDocument, Values } from '../design/document.js';
import { withDefaults } from '../fields/value.js';
import { readableOn } from './contrast.js';
import { fontPath, FONTS, type FontFace } from './fonts.js';
import { FOOLSCAP } from './foolscap.js';
import { PICTURE_RATIOS, LOOK_FIELDS } from './settings.js';

const RADII: Readonly<Record<string, string>> = { square: '0', soft: '6px', round: '999px' };

/** The stylesheet for a look document. @param overrides settings that a template has of its own */
export function lookCss(look: LookDocument, overrides: Values = {}): string {
  const values = valuesOf(look, overrides);
  const text = (name: string): string => String(values[name]);
  return `${fontsOf(values).map(facesOf).join('')}:root{--background:${text('backgroundColour')};--text:${text('textColour')};--quiet:${text('quietColour')};--line:${text('lineColour')};--accent:${text('accentColour')};--on-accent:${readableOn(text('accentColour'))};--soft:${text('softColour')};--strong:${text('strongColour')};--on-strong:${readableOn(text('strongColour'))};--vivid:${text('vividColour')};--on-vivid:${readableOn(text('vividColour'))};--title-font:${FONTS[text('titleFont')]?.stack};--text-font:${FONTS[text('textFont')]?.stack};--scale:${text('scale')};--widest:${text('widest')}px;--gap:${text('gap')}rem;--radius:${RADII[text('buttonShape')]};--ratio:${PICTURE_RATIOS[text('pictureRatio') as keyof typeof PICTURE_RATIOS]}}
${FOOLSCAP}`;
}

/** Every setting as it counts: what a template has of its own goes before the store’s. */
const valuesOf = (look: LookDocument, overrides: Values): Values =>
  withDefaults(LOOK_FIELDS, { ...look.values, ...overrides }) as Values;

/** The codes of the fonts that values of the look name, each once. */
const fontsOf = (values: Values): string[] => [...new Set([String(values['titleFont']), String(values['textFont'])])];

/**
 * The paths of the font files, to be loaded before all else: one that comes late is not used on the page.
 * @param overrides settings that a template has of its own
 */
export function fontPaths(look: LookDocument, overrides: Values = {}): string[] {
  return fontsOf(valuesOf(look, overrides))
    .flatMap((font) => FONTS[font]?.faces ?? [])
    .map(({ file }) => fontPath(file));
}

function facesOf(font: string): string {
  const { faces = [], standIns = [] } = FONTS[font] ?? {};
  const declared = (face: Readonly<Record<string, string>>): string =>
    `@font-face{${Object.entries(face)
      .map(([name, value]) => `${name}:${value}`)
      .join(';')}}\n`;
  return `${faces.map(fontFace).join('')}${standIns.map(declared).join('')}`;
}

// Optional: what comes late is used from the next page on, so that nothing a shopper reads moves.
const fontFace = ({ family, weight, file }: FontFace): string =>
  `@font-face{font-family:'${family}';font-weight:${weight};font-display:optional;src:url(${fontPath(file)}) format('woff2')}\n`;
