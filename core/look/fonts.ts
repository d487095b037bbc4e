/** The typefaces that ship: how each is called, its files, and what stands in while they load. */
import { createFontStack } from '@capsizecss/core';

/** Measures of a typeface from its own tables (`hhea`, `head`, and the average width of its letters). */
interface Metrics {
  readonly familyName: string;
  readonly ascent: number;
  readonly descent: number;
  readonly lineGap: number;
  readonly unitsPerEm: number;
  readonly xWidthAvg: number;
}

/** Typefaces that nearly every device has, under the names it may have them by. */
const TIMES = {
  familyName: 'Times New Roman',
  ascent: 1825,
  descent: -443,
  lineGap: 87,
  unitsPerEm: 2048,
  xWidthAvg: 832,
};
const ARIAL = { familyName: 'Arial', ascent: 1854, descent: -434, lineGap: 67, unitsPerEm: 2048, xWidthAvg: 913 };

export interface FontFace {
  readonly family: string;
  readonly weight: number;
  readonly file: string;
}

/** Declarations of a `@font-face` rule. */
type StandIn = Readonly<Record<string, string>>;

export interface FontAbout {
  readonly title: string;
  /** The CSS value of `font-family`. */
  readonly stack: string;
  /** The weight that titles in it have. */
  readonly titleWeight: number;
  /** Its files by weight; none for a typeface of the device. */
  readonly faces: Readonly<Record<number, FontFace>>;
  /** Faces of the device’s own, brought to the same measures, so that a page looks much the same without the real ones. */
  readonly standIns: readonly StandIn[];
}

/** The weights of texts, and of what is strong in them. */
const TEXT_WEIGHTS = [400, 600] as const;

type Style = 'serif' | 'sans';
/** What nearly every device has of a style: its measures, its names, and what comes after it. */
const OF_DEVICE: Readonly<Record<Style, { metrics: Metrics; names: readonly string[]; rest: string }>> = {
  serif: { metrics: TIMES, names: ['Times New Roman', 'Liberation Serif', 'Tinos'], rest: 'Georgia,serif' },
  sans: { metrics: ARIAL, names: ['Arial', 'Liberation Sans', 'Arimo'], rest: 'system-ui,sans-serif' },
};

/** The bold faces of the device’s typefaces are called the same with “Bold” behind. */
function standIns(font: Metrics, { metrics, names }: (typeof OF_DEVICE)[Style]): StandIn[] {
  const [made] = createFontStack([font, metrics], { fontFaceFormat: 'styleObject' }).fontFaces;
  const { sizeAdjust, ascentOverride, descentOverride, lineGapOverride } = made?.['@font-face'] ?? {};
  const face = (weight: string, local: readonly string[]): StandIn => ({
    'font-family': `'${font.familyName} stand-in'`,
    'font-weight': weight,
    src: local.map((name) => `local('${name}')`).join(','),
    'size-adjust': String(sizeAdjust),
    'ascent-override': String(ascentOverride),
    'descent-override': String(descentOverride),
    'line-gap-override': String(lineGapOverride),
  });
  const bold = names.map((name) => `${name} Bold`);
  return [face('100 500', names), face('600 900', bold)];
}

/** A typeface that ships, with its files. */
function shipped(title: string, style: Style, titleWeight: number, metrics: Metrics): FontAbout {
  const { familyName } = metrics;
  const device = OF_DEVICE[style];
  const file = (weight: number): string =>
    `${familyName.toLowerCase().replaceAll(' ', '-')}-latin-${weight}-normal.woff2`;
  return {
    title,
    stack: `'${familyName}','${familyName} stand-in',${device.rest}`,
    titleWeight,
    faces: Object.fromEntries(
      [...TEXT_WEIGHTS, titleWeight].map((weight) => [weight, { family: familyName, weight, file: file(weight) }]),
    ),
    standIns: standIns(metrics, device),
  };
}

const ofDevice = (title: string, stack: string, titleWeight: number): FontAbout => ({
  title,
  stack,
  titleWeight,
  faces: {},
  standIns: [],
});

/** Metrics from the files’ own tables, as the package `@capsizecss/metrics` 4.3.0 lists them. */
const measured = (
  familyName: string,
  [ascent, descent, unitsPerEm, xWidthAvg]: readonly [number, number, number, number],
): Metrics => ({ familyName, ascent, descent, lineGap: 0, unitsPerEm, xWidthAvg });

export const FONTS: Readonly<Record<string, FontAbout>> = {
  spectral: shipped('Spectral (serif)', 'serif', 500, measured('Spectral', [1059, -463, 1000, 446])),
  lora: shipped('Lora (serif, rounder)', 'serif', 600, measured('Lora', [1006, -274, 1000, 468])),
  vollkorn: shipped('Vollkorn (serif, sturdy)', 'serif', 600, measured('Vollkorn', [952, -441, 1000, 438])),
  bitter: shipped('Bitter (slab serif)', 'serif', 700, measured('Bitter', [935, -265, 1000, 465])),
  'work-sans': shipped('Work Sans (sans)', 'sans', 600, measured('Work Sans', [930, -243, 1000, 499])),
  archivo: shipped('Archivo (sans, strong)', 'sans', 800, measured('Archivo', [878, -210, 1000, 440])),
  figtree: shipped('Figtree (sans, friendly)', 'sans', 700, measured('Figtree', [950, -250, 1000, 449])),
  karla: shipped('Karla (sans, quirky)', 'sans', 700, measured('Karla', [1834, -504, 2000, 913])),
  rubik: shipped('Rubik (sans, rounded)', 'sans', 700, measured('Rubik', [935, -250, 1000, 468])),
  system: ofDevice('The device’s own sans', 'system-ui,sans-serif', 600),
  'system-serif': ofDevice('The device’s own serif', "'Iowan Old Style',Charter,Georgia,'Times New Roman',serif", 600),
};

/** Code -> name, for fields. */
export const fontTitles = (): Record<string, string> =>
  Object.fromEntries(Object.entries(FONTS).map(([code, { title }]) => [code, title]));

export const fontPath = (file: string): string => `/fonts/${file}`;

/** The files that a pair of typefaces needs: titles in one weight, texts in two. */
export function facesOf(titleFont: string, titleWeight: number, textFont: string): FontFace[] {
  const [title, text] = [FONTS[titleFont], FONTS[textFont]];
  const needed = [title?.faces[titleWeight], ...TEXT_WEIGHTS.map((weight) => text?.faces[weight])];
  return [...new Set(needed)].filter((face) => face !== undefined);
}

/** The font files a look may ask for, by file name. */
export const fontFiles = (): string[] =>
  Object.values(FONTS).flatMap(({ faces }) => Object.values(faces).map(({ file }) => file));
