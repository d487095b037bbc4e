import { cut } from './index.js';

test.each([
  ['wind', 40, 'wind'],
  ['a'.repeat(41), 40, `${'a'.repeat(39)}…`],
  // People count a flag, a family or a letter with its marks as one.
  [`${'a'.repeat(38)}💨💨💨`, 40, `${'a'.repeat(38)}💨…`],
  ['🏴‍☠️'.repeat(40), 40, '🏴‍☠️'.repeat(40)],
  ['🏴‍☠️'.repeat(41), 40, `${'🏴‍☠️'.repeat(39)}…`],
  ['👨‍👩‍👧‍👦xyz', 3, '👨‍👩‍👧‍👦x…'],
])('%j cut to %i', (text, most, expected) => {
  expect(cut(text, most)).toBe(expected);
});

test('one letter under a tower of marks neither breaks nor grows without bound', () => {
  const tower = `a${'\u0301'.repeat(50_000)}`;
  expect(cut(tower, 40).length).toBeLessThan(700);
  expect(cut(`${'💨'.repeat(19)}${tower}`, 20).isWellFormed()).toBe(true);
});
