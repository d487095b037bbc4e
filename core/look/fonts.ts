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
const SPECTRAL = { familyName: 'Spectral', ascent: 1059, descent: -463, lineGap: 0, unitsPerEm: 1000, xWidthAvg: 446 };
const WORK_SANS = { familyName: 'Work Sans', ascent: 930, descent: -243, lineGap: 0, unitsPerEm: 1000, xWidthAvg: 499 };

export interface FontFace {
  readonly family: string;
  readonly weight: number;
  readonly file: string;
}

interface FontAbout {
  readonly title: string;
  /** The CSS value of `font-family`. */
  readonly stack: string;
  readonly faces: readonly FontFace[];
  /** Faces of the device’s own, brought to the same measures, so that a page looks much the same without the real ones. */
  readonly standIns: readonly Readonly<Record<string, string>>[];
}

/** @param local names of the device’s typeface; its bold faces are called the same with “Bold” behind */
const standIns = (font: Metrics, device: Metrics, local: readonly string[]): FontAbout['standIns'] => {
  const [made] = createFontStack([font, device] as never, { fontFaceFormat: 'styleObject' }).fontFaces;
  const { sizeAdjust, ascentOverride, descentOverride, lineGapOverride } = made?.['@font-face'] ?? {};
  const face = (weight: string, names: readonly string[]) => ({
    'font-family': `'${font.familyName} stand-in'`,
    'font-weight': weight,
    src: names.map((name) => `local('${name}')`).join(','),
    'size-adjust': String(sizeAdjust),
    'ascent-override': String(ascentOverride),
    'descent-override': String(descentOverride),
    'line-gap-override': String(lineGapOverride),
  });
  return [
    face('100 500', local),
    face(
      '600 900',
      local.map((name) => `${name} Bold`),
    ),
  ];
};

export const FONTS: Readonly<Record<string, FontAbout>> = {
  spectral: {
    title: 'Spectral (serif)',
    stack: "'Spectral','Spectral stand-in',Georgia,serif",
    faces: [{ family: 'Spectral', weight: 500, file: 'spectral-latin-500-normal.woff2' }],
    standIns: standIns(SPECTRAL, TIMES, ['Times New Roman', 'Liberation Serif', 'Tinos']),
  },
  'work-sans': {
    title: 'Work Sans (sans)',
    stack: "'Work Sans','Work Sans stand-in',system-ui,sans-serif",
    faces: [
      { family: 'Work Sans', weight: 400, file: 'work-sans-latin-400-normal.woff2' },
      { family: 'Work Sans', weight: 600, file: 'work-sans-latin-600-normal.woff2' },
    ],
    standIns: standIns(WORK_SANS, ARIAL, ['Arial', 'Liberation Sans', 'Arimo']),
  },
  system: { title: 'The device’s own', stack: 'system-ui,sans-serif', faces: [], standIns: [] },
};

/** Code -> name, for fields. */
export const fontTitles = (): Record<string, string> =>
  Object.fromEntries(Object.entries(FONTS).map(([code, { title }]) => [code, title]));

export const fontPath = (file: string): string => `/fonts/${file}`;

/** The font files a look may ask for, by file name. */
export const fontFiles = (): string[] => Object.values(FONTS).flatMap(({ faces }) => faces.map(({ file }) => file));
