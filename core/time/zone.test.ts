import { instantOf, inZone } from './index.js';

const DUBLIN = 'Europe/Dublin';

describe('times in the store’s time zone', () => {
  test.each([
    ['2026-11-27T08:00', '2026-11-27T08:00:00.000Z', false],
    ['2026-07-01T08:00', '2026-07-01T07:00:00.000Z', false],
    ['2026-10-25T01:30', '2026-10-25T00:30:00.000Z', true],
    ['2026-07-01T08:00Z', '2026-07-01T08:00:00.000Z', false],
    ['2026-07-01T08:00+09:00', '2026-06-30T23:00:00.000Z', false],
  ])('%s is %s', (text, instant, twice) => {
    expect(instantOf(text, DUBLIN, 'starts')).toEqual({ instant, twice });
  });

  test('an hour that clocks leave out is refused with the next one there is', () => {
    expect(() => instantOf('2026-03-29T01:30', DUBLIN, 'starts')).toThrow(
      expect.objectContaining({ code: 'skipped-hour', place: 'starts', remedy: 'Say 2026-03-29 02:30 instead.' }),
    );
  });

  test.each(['', 'tomorrow', '2026-02-30T08:00', '2026-13-01T08:00Z'])('“%s” is no time', (text) => {
    expect(() => instantOf(text, DUBLIN, 'ends')).toThrow(
      expect.objectContaining({ code: 'bad-value', place: 'ends' }),
    );
  });

  test('an instant is shown as the clock does, summer and winter', () => {
    expect(inZone('2026-07-01T07:00:00Z', DUBLIN)).toBe('2026-07-01 08:00 (+01:00)');
    expect(inZone('2026-11-27T08:00:00Z', DUBLIN)).toBe('2026-11-27 08:00 (+00:00)');
  });
});
