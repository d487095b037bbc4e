/** The pairs of colours that meet on a page, and whether texts in them can be read (WCAG 2.2, 1.4.3). */
import type { LookDocument, Values } from '../documents/document.js';
import { withDefaults } from '../fields/value.js';
import { contrast, NEEDED_CONTRAST, readableOn } from './contrast.js';
import { lookFields } from './settings.js';

/** Two colours that meet: a text on a background. */
export interface ColourPair {
  /** What the text is, such as “Secondary text”. */
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

/** Settings of texts, with what they are set in place of, and whether they stand on every tone of a background. */
const INKS = [
  'textColour',
  'quietColour',
  'accentColour',
  'titleColour',
  'linkColour',
  'currentColour',
  'priceColour',
  'reducedColour',
  'labelColour',
  'tableHeadColour',
] as const;
/** Backgrounds that take the look’s own colours of texts. */
const GROUNDS = ['backgroundColour', 'softColour'] as const;
/** Those on which the colour of texts is chosen so that it can be read. */
const CHOSEN = ['strongColour', 'vividColour', 'buttonColour', 'buttonHoverColour', 'badgeColour'] as const;

/** Every pair that meets on some tone. @param look with what is set; the groundwork’s defaults count for the rest */
export function colourPairs(look: Pick<LookDocument, 'groundwork' | 'values'>): ColourPair[] {
  const fields = lookFields(look.groundwork);
  // Read by names that are put together here.
  const values = withDefaults(fields, look.values ?? {}) as Values;
  const isSet = (setting: string): boolean => values[setting] !== '';
  /** The setting that counts: what is not set follows another. */
  const counting = (setting: string): string => {
    const { follows } = fields[setting] ?? {};
    return isSet(setting) || follows === undefined ? setting : counting(follows);
  };
  const pair = (text: string, ink: string, ground: string, settings: readonly string[]): ColourPair => {
    const behind = String(values[counting(ground)]);
    return {
      text,
      ground: fields[ground]?.label ?? ground,
      colour: ink,
      behind,
      settings,
      ratio: contrast(ink, behind),
      needed: NEEDED_CONTRAST,
    };
  };
  const inks = (ground: string, settings: readonly string[]): ColourPair[] =>
    settings
      .filter(isSet)
      .map((setting) =>
        pair(fields[setting]?.label ?? setting, String(values[setting]), ground, [setting, counting(ground)]),
      );
  const isOutlined = values['buttonStyle'] === 'outlined';
  const button = counting('buttonColour');
  return [
    ...GROUNDS.flatMap((ground) => inks(ground, INKS)),
    // What is typed has the colour of texts.
    ...(isSet('fieldColour') ? inks('fieldColour', ['textColour']) : []),
    ...(isOutlined ? GROUNDS.map((ground) => pair('Buttons', String(values[button]), ground, [button, ground])) : []),
    ...CHOSEN.filter((ground) => isSet(ground) || ground === 'buttonColour')
      .filter((ground) => !(isOutlined && ground === 'buttonColour'))
      .map((ground) => pair('Text', readableOn(String(values[counting(ground)])), ground, [counting(ground)])),
  ];
}
