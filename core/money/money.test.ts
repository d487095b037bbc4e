/** Amounts by ISO 4217’s own table, whatever Node knows of currencies. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import * as fc from 'fast-check';
import { amountFrom, CURRENCIES, decimalsOf, decimalText, formatMoney, MOST_AMOUNT } from './index.js';
import { MINOR_UNITS } from './iso-4217.js';

/** What the maintenance agency has published, and what it has amended since. */
const published = readFileSync(createRequire(import.meta.url).resolve('currency-codes/iso-4217-list-one.xml'), 'utf8');
const AMENDED: readonly [string, number][] = [['XCG', 2]];

const entries = [...published.matchAll(/<CcyNm(.*?)>[^]*?<Ccy>(\w+)<[^]*?<CcyMnrUnts>([^<]+)</g)].map(
  ([, about = '', code = '', units = '']) => ({ code, units, isFund: /isfund="true"/i.test(about) }),
);

test('every currency that ISO 4217 gives minor units has as many, and there is no other', () => {
  const theirs = entries
    .filter(({ units }) => units !== 'N.A.')
    .map(({ code, units }): [string, number] => [code, Number(units)]);
  expect(new Map([...MINOR_UNITS].sort())).toEqual(new Map([...theirs, ...AMENDED].sort()));
  expect(published).toContain('Pblshd="2024-06-25"');
  expect(() => decimalsOf('XAU')).toThrow('There is no currency “XAU”.');
});

test('a store can sell in each of them, but not in a fund', () => {
  const funds = new Set(entries.filter(({ isFund }) => isFund).map(({ code }) => code));
  expect(funds.size).toBeGreaterThan(5);
  expect(CURRENCIES).toEqual([...MINOR_UNITS.keys()].filter((code) => !funds.has(code)).sort());
});

test.each(CURRENCIES)('an amount of %s reads as itself, in plain decimals and in every language', (currency) => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: MOST_AMOUNT }),
      fc.constantFrom('en-IE', 'de-DE', 'hu', 'ja-JP'),
      (amount, locale) => {
        expect(amountFrom(decimalText({ amount, currency }), currency)).toBe(amount);
        const shown = formatMoney({ amount, currency }, locale);
        const [whole, part = ''] = digitsOf(shown, locale);
        expect(Number(whole + part.padEnd(decimalsOf(currency), '0'))).toBe(amount);
      },
    ),
    { numRuns: 20 },
  );
});

/** The digits before and after the decimal sign of a locale. */
function digitsOf(shown: string, locale: string): string[] {
  const sign = new Intl.NumberFormat(locale).formatToParts(0.5).find(({ type }) => type === 'decimal')?.value ?? '.';
  return shown
    .replace(/^\D+|\D+$/g, '')
    .split(sign)
    .map((part) => part.replace(/\D/g, ''));
}

test.each([
  [4995, 'EUR', 'en-IE', '€49.95'],
  [4995, 'EUR', 'de', '49,95 €'],
  [4995, 'JPY', 'en-IE', 'JP¥4,995'],
  [4995, 'KWD', 'en-IE', 'KWD 4.995'],
  [0, 'EUR', 'de', '0,00 €'],
  [499_500, 'HUF', 'hu', '4995 Ft'],
  [499_550, 'HUF', 'hu', '4995,50 Ft'],
  [4_995_000, 'IQD', 'en', 'IQD 4,995'],
])('%i of %s are shown in %s as %s', (amount, currency, locale, shown) => {
  expect(formatMoney({ amount, currency }, locale).replace(/\s/g, ' ')).toBe(shown);
});

test.each([
  ['49.95', 'EUR', 4995],
  ['49.5', 'EUR', 4950],
  [' 49 ', 'EUR', 4900],
  ['0', 'EUR', 0],
  ['21474836.47', 'EUR', MOST_AMOUNT],
  ['4995', 'JPY', 4995],
  ['1.2345', 'KWD', null],
  ['49.955', 'EUR', null],
  ['4995.0', 'JPY', null],
  ['21474836.48', 'EUR', null],
  ['49,95', 'EUR', null],
  ['-1', 'EUR', null],
  ['1e3', 'EUR', null],
  ['٤', 'EUR', null],
  ['', 'EUR', null],
])('“%s” in %s is %j', (text, currency, amount) => {
  expect(amountFrom(text, currency)).toBe(amount);
});
