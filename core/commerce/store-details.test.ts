import { checkDetails, STORE_DETAILS, WEEKDAYS } from './index.js';
import { isEmailAddress } from '../fields/index.js';

test('every detail explains itself and may be empty', () => {
  for (const [name, { label, help, default: initial, max }] of Object.entries(STORE_DETAILS))
    expect([name, label, help, initial, max > 0]).toEqual([
      name,
      expect.stringMatching(/^[A-Z]/),
      expect.stringMatching(/\.$/),
      '',
      true,
    ]);
  expect(WEEKDAYS.every((day) => STORE_DETAILS[day].label.toLowerCase() === day)).toBe(true);
  expect(() => checkDetails({ email: '', phone: '', monday: 'whenever' })).not.toThrow();
});

test.each([
  [{ email: 'nobody' }, 'email'],
  [{ email: 'a b@c.example' }, 'email'],
  [{ phone: 'call me' }, 'phone'],
  [{ 'first-order': '0' }, 'first-order'],
  [{ 'orders-an-hour': '1e3' }, 'orders-an-hour'],
])('%j is refused naming the detail', (details, place) => {
  expect(() => checkDetails(details)).toThrow(expect.objectContaining({ code: 'bad-value', place }));
});

test.each([
  ['a@b.example', true],
  [`${'a'.repeat(65)}@b.example`, false],
  [`a@${'b'.repeat(250)}.example`, false],
  ['a@b', false],
  ['a@@b.example', false],
  ['<a@b.example>', false],
  ['A <a@b.example>', false],
  ['a@b.example,c@d.example', false],
  ['a(c)@b.example', false],
  ['"a"@b.example', false],
  ['a\u200b@b.example', false],
  ["o'brien+kites@b-c.example", true],
  ['mära@dräche.example', true],
])('%.30s is an email address: %s', (text, is) => {
  expect(isEmailAddress(text)).toBe(is);
});
