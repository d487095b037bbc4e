/** The pairs of colours that meet on a page, and whether texts in them can be read (WCAG 2.2, 1.4.3). */
import type { LookDocument, Values } from '../design/document.js';
import { withDefaults } from '../fields/value.js';
import { contrast, NEEDED_CONTRAST, readableOn } from './contrast.js';
import { lookFields } from './settings.js';

/** Two colours that meet: a text on a background. */
export interface ColourPair {
  /** What the text is, such as “Quiet text”. */
  readonly text: string;
  /** What it stands on, such as “Soft background”. */
  readonly ground: string;
  readonly colour: string;
  readonly behind: string;
  /** The settings of the look that the two are. The colour of a text that Parlour chooses is none. */
  readonly settings: readonly string[];
  /** Contrast ratio, 1 to 21. */
  readonly ratio: number;
  /** At least so much is needed for texts of usual size. */
  readonly needed: number;
}

const INKS = ['textColour', 'quietColour', 'accentColour'] as const;
/** Backgrounds that take the look’s own colours of texts. */
const GROUNDS = ['backgroundColour', 'softColour'] as const;
/** Those on which the colour of texts is chosen so that it can be read. */
const CHOSEN = ['strongColour', 'vividColour', 'accentColour'] as const;

/** Every pair that meets on some tone. @param look with what is set; the groundwork’s defaults count for the rest */
export function colourPairs(look: Pick<LookDocument, 'groundwork' | 'values'>): ColourPair[] {
  const fields = lookFields(look.groundwork);
  const values = withDefaults(fields, look.values ?? {}) as Values;
  const colour = (setting: string): string => String(values[setting]);
  const label = (setting: string): string => fields[setting]?.label ?? setting;
  const pair = (text: string, ink: string, ground: string, settings: readonly string[]): ColourPair => ({
    text,
    ground: ground === 'accentColour' ? 'Main buttons' : label(ground),
    colour: ink,
    behind: colour(ground),
    settings,
    ratio: contrast(ink, colour(ground)),
    needed: NEEDED_CONTRAST,
  });
  return [
    ...GROUNDS.flatMap((ground) =>
      INKS.map((setting) => pair(label(setting), colour(setting), ground, [setting, ground])),
    ),
    ...CHOSEN.map((ground) => pair('Text', readableOn(colour(ground)), ground, [ground])),
  ];
}
