import { Problem } from '@parlour/core';
import {
  choice,
  dateTime,
  link,
  number,
  picture,
  prose,
  rule,
  source,
  text,
  toggle,
  words,
  type Field,
} from '@parlour/core/fields';
import { parseRule } from '@parlour/core/pages';
import { table } from '../table.js';
import { readValue, writeValue } from '../values.js';

const limit = number('Limit', 'How many.', { min: 1, max: 48, default: 4 });
const DEAR = parseRule('price >= 80 and brand is "Skerry Lines"', 'product');
const hash = 'a'.repeat(64);

describe('values on the command line', () => {
  test.each<[string, Field, string, unknown]>([
    ['text stays text, numbers and all', text('T', 't'), '42', '42'],
    ['an empty text is empty', text('T', 't'), '', ''],
    ['prose is html', prose('P', 'p'), '<p>A</p>', '<p>A</p>'],
    ['a number', limit, '12', 12],
    ['yes', toggle('T', 't'), 'yes', true],
    ['off', toggle('T', 't'), 'off', false],
    ['a choice', choice('S', 's', { start: 'Start' }, 'start'), 'start', 'start'],
    ['a page', link('L', 'l'), 'product:K-1', { to: 'product:K-1' }],
    ['a single page', link('L', 'l'), 'home', { to: 'home' }],
    ['an address', link('L', 'l'), 'https://a.example/b?c', { url: 'https://a.example/b?c' }],
    ['a path', link('L', 'l'), '/cart', { url: '/cart' }],
    ['an email address', link('L', 'l'), 'mailto:a@b.example', { url: 'mailto:a@b.example' }],
    ['no link', link('L', 'l'), 'none', null],
    ['a new window', link('L', 'l'), '{"to":"home","window":"new"}', { to: 'home', window: 'new' }],
    ['words', words('W', 'w'), 'sea, wind', ['sea', 'wind']],
    ['a rule', rule('R', 'r'), 'price >= 80 and brand is "Skerry Lines"', DEAR],
    ['the newest', source('S', 's'), 'newest', { from: 'newest' }],
    ['a collection', source('S', 's'), 'collection:C-1', { from: 'collection', collection: 'C-1' }],
    ['chosen products', source('S', 's'), 'K-1, K-2', { from: 'chosen', products: ['K-1', 'K-2'] }],
    ['a source as JSON', source('S', 's'), '{"from":"reduced"}', { from: 'reduced' }],
    ['a picture', picture('P', 'p'), `{"picture":"${hash}","alt":"x"}`, { picture: hash, alt: 'x' }],
    ['a time by the store’s clock', dateTime('D', 'd'), '2027-07-01T08:00', '2027-07-01T07:00:00.000Z'],
    ['an instant', dateTime('D', 'd'), '2027-07-01T08:00Z', '2027-07-01T08:00:00.000Z'],
    ['no time', dateTime('D', 'd'), '', ''],
    ['no picture', picture('P', 'p'), 'none', null],
  ])('%s', (_, field, written, value) => {
    const read = (said: string) => readValue(field, said, 'field', { zone: 'Europe/Dublin' });
    expect(read(written)).toEqual(value);
    // What is shown of a value can be typed again; times are shown for people, with their offset.
    if (field.type !== 'date-time') expect(read(writeValue(field, value, 'Europe/Dublin'))).toEqual(value);
  });

  test.each<[Field, string, RegExp]>([
    [limit, 'many', /^Field must be a number, not “many”/],
    [limit, '', /^Field must be a number, not “”/],
    [limit, '99', /^Field must be at most 48\.$/],
    [toggle('T', 't'), 'maybe', /must be true or false, not “maybe”/],
    [choice('S', 's', { start: 'Start' }, 'start'), 'end', /^Field must be one of: start\.$/],
    [link('L', 'l'), 'a b', /must be a store page/],
    [source('S', 's'), 'collection:', /required|must be a code/],
    [source('S', 's'), '{from}', /must be JSON here/],
    [dateTime('D', 'd'), 'tomorrow', /“tomorrow” is not a date and time/],
    [picture('P', 'p'), 'kite.png', /must be JSON here/],
  ])('%j refuses “%s” and says why', (field, written, words) => {
    let refused: unknown;
    try {
      readValue(field, written, 'field');
    } catch (error) {
      refused = error;
    }
    expect(refused).toBeInstanceOf(Problem);
    expect(refused).toMatchObject({
      code: 'bad-value',
      message: expect.stringMatching(words),
      place: expect.stringContaining('field'),
    });
  });
});

describe('tables', () => {
  test('columns are as wide as their longest cell; numbers stand to the right', () => {
    expect(
      table(
        ['Name', '>Pages'],
        [
          ['Home', '1'],
          ['Product', '12'],
        ],
      ),
    ).toBe(['Name     Pages', 'Home         1', 'Product     12'].join('\n'));
  });

  test('a table without rows is its heads', () => {
    expect(table(['Code', 'Name'], [])).toBe('Code  Name');
  });
});
