/**
 * What a section kind draws of itself in the plan view, as plain data: parts below each other, in CSS pixels at a page
 * 1,200 wide. `plan/sketching.ts` draws it with the values of a section.
 */

/** What can be drawn. */
export const MARKS = ['picture', 'title', 'text', 'button', 'line', 'box'] as const;
export type MarkType = (typeof MARKS)[number];

/**
 * A number, or one that a field gives: its number, the length of its text, or what `by` says for its value. It is then
 * divided by `over` and rounded up, multiplied by `times`, and `plus` is added; never below `least` or above `most`.
 */
export type Amount =
  | number
  | {
      readonly of: string;
      readonly by?: Readonly<Record<string, number>>;
      readonly over?: number;
      readonly times?: number;
      readonly plus?: number;
      readonly least?: number;
      readonly most?: number;
    };

/** A field that is not empty, or that has this value. */
export type When = string | { readonly of: string; readonly is: string | number | boolean };

interface Conditional {
  /** Drawn only then. */
  readonly when?: When;
}

/** One mark; as wide as there is room if no width is said. */
export interface DrawnPart extends Conditional {
  readonly draw: MarkType;
  readonly width?: Amount;
  readonly height: number;
}
/** Lines of text, the last one shorter. */
export interface LinesPart extends Conditional {
  readonly lines: Amount;
  readonly width?: Amount;
}
/** Parts below each other; a number is room between them. */
export interface StackPart extends Conditional {
  readonly stack: Sketch;
}
/** Parts side by side. */
export interface BesidePart extends Conditional {
  readonly beside: readonly SketchPart[];
  /** How they share the width; equally if absent. */
  readonly shares?: readonly number[];
  readonly gap?: number;
  /** In the opposite order then. */
  readonly flipped?: When;
}
/** Parts on top of each other. */
export interface OverPart extends Conditional {
  readonly over: readonly SketchPart[];
}
/** Parts at a place of their own inside what they are in. */
export interface InsetPart extends Conditional {
  readonly inset: Sketch;
  readonly x: Amount;
  readonly y: number;
  readonly width: number;
}
/** The same part again and again, in rows. */
export interface GridPart extends Conditional {
  readonly grid: Sketch;
  readonly across: Amount;
  readonly count: Amount;
  readonly rows: number;
}
/** The slots of the kind, side by side; a slot beyond the last lane goes on below in the first ones. */
export interface SlotsPart extends Conditional {
  readonly slots: Amount;
  /** A field whose value says which lane is half as wide again, or which field says how all share the width. */
  readonly wider?: {
    readonly of: string;
    readonly by: Readonly<Record<string, 'first' | 'last' | { readonly shares: string }>>;
  };
}

export type SketchPart = DrawnPart | LinesPart | StackPart | BesidePart | OverPart | InsetPart | GridPart | SlotsPart;
export type Sketch = readonly (SketchPart | number)[];
