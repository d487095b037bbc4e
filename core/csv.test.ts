import { csv } from './index.js';

test('cells are quoted where they must be, and lines end as the standard says', () => {
  expect(
    csv(
      ['Mail', 'Page'],
      [
        ['a@b.example', '/about'],
        ['with, comma', 'and "quotes"\nand lines'],
      ],
    ),
  ).toBe('Mail,Page\r\na@b.example,/about\r\n"with, comma","and ""quotes""\nand lines"\r\n');
});

test.each(['=1+1', '+1', '-1', '@sum', '\t=1'])('%j is no formula', (text) => {
  expect(csv(['A'], [[text]])).toBe(`A\r\n'${text}\r\n`);
});
