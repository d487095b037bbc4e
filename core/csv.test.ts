import { csv } from './index.js';

test('cells are quoted where they must be, and lines end as the standard says', () => {
  expect(
    csv(
      ['Email', 'Page'],
      [
        ['a@b.example', '/about'],
        ['with, comma', 'and "quotes"\nand lines'],
      ],
    ),
  ).toBe('Email,Page\r\na@b.example,/about\r\n"with, comma","and ""quotes""\nand lines"\r\n');
});

test.each([';', '|', '\t', '\n', '\r\n'])('behind %j a formula is none either', (sign) => {
  const [, cell = ''] = /^"(.*)"\r\n$/s.exec(csv(['A'], [[`x${sign}=1+1`]]).slice('A\r\n'.length)) ?? [];
  expect(cell).toBe(`x${sign}'=1+1`);
  expect(csv(['A'], [[`x${sign}y-z`]])).toContain(`x${sign}y-z`);
});

test.each(['=1+1', '+1', '-1', '@sum', '\t=1'])('%j is no formula', (text) => {
  expect(csv(['A'], [[text]]).replaceAll('"', '')).toMatch(/^A\r\n'/);
});
