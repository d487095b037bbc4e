import { capitalised, counted, listed, told } from './index.js';

test('words are joined and counted as people say them', () => {
  expect([[], ['a'], ['a', 'b'], ['a', 'b', 'c']].map((words) => listed(words))).toEqual([
    '',
    'a',
    'a and b',
    'a, b and c',
  ]);
  expect([counted(1, 'page'), counted(0, 'page'), counted(2, 'entry', 'entries')]).toEqual([
    '1 page',
    '0 pages',
    '2 entries',
  ]);
  expect(capitalised('the header')).toBe('The header');
  expect(told({ role: 'editor', was: null, pages: ['a', 2], of: { code: 'K' } })).toBe(
    'role editor, was none, pages a; 2, of code K',
  );
});
