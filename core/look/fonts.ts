/** The typefaces that ship: how each is called, what stands in while it loads, and its files. */

interface FontAbout {
  readonly title: string;
  /** The CSS value of `font-family`. */
  readonly stack: string;
  readonly faces: readonly { readonly family: string; readonly weight: number; readonly file: string }[];
}

export const FONTS: Readonly<Record<string, FontAbout>> = {
  spectral: {
    title: 'Spectral (serif)',
    stack: "'Spectral', 'Iowan Old Style', Georgia, serif",
    faces: [{ family: 'Spectral', weight: 500, file: 'spectral-latin-500-normal.woff2' }],
  },
  'work-sans': {
    title: 'Work Sans (sans)',
    stack: "'Work Sans', system-ui, sans-serif",
    faces: [
      { family: 'Work Sans', weight: 400, file: 'work-sans-latin-400-normal.woff2' },
      { family: 'Work Sans', weight: 600, file: 'work-sans-latin-600-normal.woff2' },
    ],
  },
  system: { title: 'The device’s own', stack: 'system-ui, sans-serif', faces: [] },
};

/** Code -> name, for fields. */
export const fontTitles = (): Record<string, string> =>
  Object.fromEntries(Object.entries(FONTS).map(([code, { title }]) => [code, title]));

/** The font files a look may ask for, by file name. */
export const fontFiles = (): string[] => Object.values(FONTS).flatMap(({ faces }) => faces.map(({ file }) => file));
