/** A code is made from any name, and is one that nothing has. */
import { freeCode } from '../index.js';

test.each([
  ['Große Körbe', 'grosse-korbe'],
  ['Ærø, “øst”', 'aero-ost'],
  ['  Łódź & Đà Nẵng  ', 'lodz-da-nang'],
  ['Barnaby’s 1½ m', 'barnaby-s-11-2-m'],
  ['かご', 'new'],
  ['🪁', 'new'],
  ['x'.repeat(300), 'x'.repeat(40)],
])('of “%s” it is %s', (name, code) => {
  expect(freeCode(name, () => false)).toBe(code);
  expect(freeCode(name, (one) => one === code)).toBe(`${code}-2`);
});
