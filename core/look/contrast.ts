/** How well colours can be told from each other (WCAG 2.2). */

/** Relative luminance of `#rrggbb` (WCAG 2.2). */
export function luminance(hex: string): number {
  // Three go in, and three come out.
  const [r, g, b] = [1, 3, 5].map((at) => {
    const channel = parseInt(hex.slice(at, at + 2), 16) / 255;
    return channel <= 0.04045 ? channel / 12.92 : ((channel + 0.055) / 1.055) ** 2.4;
  }) as [number, number, number];
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

/** Contrast ratio of two colours, 1 to 21 (WCAG 2.2). */
export function contrast(a: string, b: string): number {
  // Two go in, and two come out.
  const [dark, light] = [luminance(a), luminance(b)].sort((x, y) => x - y) as [number, number];
  return (light + 0.05) / (dark + 0.05);
}

const [WHITE, INK, BLACK] = ['#ffffff', '#14202a', '#000000'] as const;
/** What texts of usual size need at least (WCAG 2.2, 1.4.3, level AA). */
export const NEEDED_CONTRAST = 4.5;

/** The colour of texts on a background: one of white and black always has enough contrast, ink looks better. */
export function readableOn(ground: string): string {
  const [white, ink] = [contrast(ground, WHITE), contrast(ground, INK)];
  if (Math.max(white, ink) < NEEDED_CONTRAST) return contrast(ground, BLACK) > white ? BLACK : WHITE;
  return white >= ink ? WHITE : INK;
}

/** A colour as it is under the pointer where nothing else is set. */
export function darker(hex: string): string {
  const channel = (at: number): string =>
    Math.round(parseInt(hex.slice(at, at + 2), 16) * 0.84)
      .toString(16)
      .padStart(2, '0');
  return `#${channel(1)}${channel(3)}${channel(5)}`;
}
