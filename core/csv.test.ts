import { parse } from 'csv-parse/sync';
import fc from 'fast-check';
import { cellText, csv, csvRow } from './index.js';

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

test.each(['=1+1', '+1', '-1+2', '@sum', '\t=1'])('%j is no formula', (text) => {
  expect(csv(['A'], [[text]]).replaceAll('"', '')).toMatch(/^A\r\n'/);
});

test('whatever a cell says, it is read as it was, however it was written', () => {
  const text = fc.array(fc.constantFrom('=', '-', "'", ';', '|', '\n', '\r', '\t', '"', ',', 'a', '7', '.'));
  fc.assert(
    fc.property(text, fc.boolean(), (signs, harmless) => {
      const [value, row] = [signs.join(''), csvRow([signs.join(''), 'end'], { harmless })];
      const [read] = parse(row, { record_delimiter: '\r\n' });
      expect(read?.map(cellText)).toEqual([value, 'end']);
      // What a program would work out: never a formula, but for a number.
      if (harmless && !/^-?\d/.test(value)) expect(read?.[0]).not.toMatch(/^[=+\-@\t\r]|[;|\t\r\n][=+\-@]/);
    }),
    { numRuns: 2_000 },
  );
});

test('a number below nothing stays a number', () => {
  expect(csv(['A'], [['-12.50']])).toBe('A\r\n-12.50\r\n');
});
