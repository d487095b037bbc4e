/** The nearest colour that can be read on another: same hue and strength as far as it goes, lighter or darker (OKLCH). */
import { clampChroma, converter, formatHex } from 'culori';
import { contrast } from './contrast.js';

const toOklch = converter('oklch');
const STEPS = 20;

/**
 * The colour nearest to one that has enough contrast with what is behind it; the colour itself if it has.
 * Lightness alone is changed, in OKLCH, where equal steps look equal (B. Ottosson 2020); strength gives way only where
 * no screen could show it.
 * @param colour and @param behind as `#rrggbb`
 * @param needed contrast ratio (WCAG 2.2)
 */
export function nearestReadable(colour: string, behind: string, needed: number): string {
  if (contrast(colour, behind) >= needed) return colour;
  const from = toOklch(colour);
  if (!from) return colour;
  const at = (l: number): string => formatHex(clampChroma({ ...from, l }, 'oklch'));
  const found = [0, 1].flatMap((end) => {
    if (contrast(at(end), behind) < needed) return [];
    let [near, far] = [from.l, end];
    for (let step = 0; step < STEPS; step++) {
      const middle = (near + far) / 2;
      if (contrast(at(middle), behind) >= needed) far = middle;
      else near = middle;
    }
    return [{ hex: at(far), by: Math.abs(far - from.l) }];
  });
  const [nearest] = found.sort((a, b) => a.by - b.by);
  return nearest?.hex ?? (contrast('#000000', behind) > contrast('#ffffff', behind) ? '#000000' : '#ffffff');
}
