/** The nearest colour that can be read. */
import fc from 'fast-check';
import { contrast, luminance, nearestReadable } from './index.js';

const hex = fc.integer({ min: 0, max: 0xffffff }).map((value) => `#${value.toString(16).padStart(6, '0')}`);

test('it can always be read, and is the colour itself where that can', () => {
  fc.assert(
    fc.property(hex, hex, (colour, behind) => {
      const found = nearestReadable(colour, behind, 4.5);
      expect(contrast(found, behind)).toBeGreaterThanOrEqual(4.5);
      if (contrast(colour, behind) >= 4.5) expect(found).toBe(colour);
    }),
  );
});

test('it stays as near as it can: a little darker on white, a little lighter on ink, in the same hue', () => {
  const [dark, light] = [nearestReadable('#e07b39', '#ffffff', 4.5), nearestReadable('#7a4a2a', '#14202a', 4.5)];
  expect(contrast(dark, '#ffffff')).toBeLessThan(4.6);
  expect(contrast(light, '#14202a')).toBeLessThan(4.6);
  // Where both ways lead somewhere, the shorter one is taken.
  const ground = '#767676';
  expect(luminance(nearestReadable('#8a8a8a', ground, 4.5))).toBeGreaterThan(luminance(ground));
  expect(luminance(nearestReadable('#606060', ground, 4.5))).toBeLessThan(luminance(ground));
  const [r, g, b] = [1, 3, 5].map((at) => parseInt(dark.slice(at, at + 2), 16)) as [number, number, number];
  expect(r > g && g > b).toBe(true);
});
