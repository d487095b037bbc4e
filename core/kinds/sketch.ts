/** What a section kind draws of itself in the plan view, in CSS pixels at a page 1,200 wide. */

export interface Mark {
  readonly type: 'picture' | 'title' | 'text' | 'button' | 'line' | 'box';
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** A part of the width that sections stand in, below each other. */
export interface Lane {
  readonly x: number;
  readonly width: number;
}

/** Lanes beside each other by their shares of a width. @param gap between two of them */
export function lanes(width: number, shares: readonly number[], gap = 0): Lane[] {
  const room = width - gap * (shares.length - 1);
  const whole = shares.reduce((sum, share) => sum + share, 0);
  let x = 0;
  return shares.map((share) => {
    const lane = { x, width: (room * share) / whole };
    x += lane.width + gap;
    return lane;
  });
}

export interface Sketch {
  /** Height of the section without its frame's space. */
  readonly height: number;
  readonly marks: readonly Mark[];
  /** Where the slots of a kind that holds sections lie across; two of one lane below each other. Side by side if absent. */
  readonly slots?: Readonly<Record<string, Lane>>;
  /** Shown beside the kind's title, such as the section's own heading. */
  readonly caption?: string;
}

export const mark = (type: Mark['type'], x: number, y: number, width: number, height: number): Mark => ({
  type,
  x,
  y,
  width,
  height,
});

/** Lines of text below each other. */
export const textLines = (x: number, y: number, width: number, lines: number): Mark[] =>
  Array.from({ length: lines }, (_, i) =>
    mark('text', x, y + i * 26, i === lines - 1 && lines > 1 ? width * 0.6 : width, 10),
  );
