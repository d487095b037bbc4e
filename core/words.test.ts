import { cut, didYouMean, placeInWords } from './index.js';

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

test.each([
  ['values.title', 'Field title'],
  ['frame.space@phone', 'Frame, field space@phone'],
  ['node', 'Section or entry'],
  ['pageKind', 'Page kind'],
  ['character 12', 'Character 12'],
  ['--when', 'Option --when'],
  ['edits[2].pageKind', 'Edit 3, page kind'],
  ['edits[0]', 'Edit 1'],
  ['template/home/h-poster.level', 'Document template/home, section h-poster, field level'],
  ['around/header/standard', 'Document around/header/standard'],
])('the place %s is told as “%s”', (place, words) => {
  expect(placeInWords(place)).toBe(words);
});

test('a word that is nearly right is found, one that is not is left alone', () => {
  expect(didYouMean('titel', ['text', 'title', 'tone'])).toBe('Did you mean “title”? ');
  expect([didYouMean('flavour', ['text', 'title']), didYouMean('x', [])]).toEqual(['', '']);
});
