import { applyRequests, closeDocument, type EditRequest } from '../design/index.js';
import { type WordsDocument, listWords, ownWords, placesOf, wordField } from '../documents/index.js';
import { makeLocale, proposalsFor, shippedWords, STOREFRONT_WORDS, type Word, type WordName } from './index.js';
import { draftOf, refusal, tools } from '../tests/designs.js';

/** The words in Polish after some are set. */
const wordsAfter = (texts: Record<string, string>): WordsDocument => {
  const requests: EditRequest[] = Object.entries(texts).map(([path, value]) => ({
    type: 'set',
    document: 'words/pl',
    field: `words.${path}`,
    value,
  }));
  const { documents } = applyRequests(requests, draftOf({}), tools());
  return closeDocument(documents.get('words/pl') as never) as WordsDocument;
};

test('a store’s own words go before those that ship, with the plural forms of their language', () => {
  const document = wordsAfter({
    'sold-out': 'brak',
    'items.one': '{count} rzecz',
    'items.few': '{count} rzeczy',
    'items.other': '{count} sztuk',
  });
  expect(document).toMatchObject({ type: 'words', language: 'pl' });
  const locale = makeLocale({ language: 'pl', currency: 'PLN', words: ownWords(document) });
  expect([1, 3, 5, 22].map((count) => locale.word('items', { count }))).toEqual([
    '1 rzecz',
    '3 rzeczy',
    '5 sztuk',
    '22 rzeczy',
  ]);
  expect([locale.word('sold-out'), locale.word('menu')]).toEqual(['brak', 'Menu']);
  expect(ownWords(undefined)).toEqual({});
});

test('every word is listed with what shoppers read, in each form that the language has', () => {
  const paths = (language: string) =>
    listWords(language, shippedWords(language), undefined).map(({ path }) => path.replace(/^items\./, ''));
  expect(paths('de')).toEqual(expect.arrayContaining(['sold-out', 'one', 'other']));
  expect(paths('pl')).toEqual(expect.arrayContaining(['one', 'few', 'many', 'other']));
  expect(paths('ja')).not.toContain('one');
  const listed = listWords('de', shippedWords('de'), { ...wordsAfter({ 'sold-out': 'weg' }), language: 'de' });
  expect(listed.find(({ path }) => path === 'sold-out')).toMatchObject({ text: 'weg', isOwn: true });
  expect(listed.find(({ path }) => path === 'menu')).toMatchObject({ text: 'Menü', isOwn: false });
});

test.each([
  [{ 'sold-out': 'weg {count}' }, 'bad-value', 'without { and }'],
  [{ 'from-price': 'ab {preis}' }, 'bad-value', '{price}'],
  [{ 'items.one': 'one item' }, 'bad-value', 'items.other too'],
  [{ 'sold-out.one': 'x' }, 'no-such-field', 'sold-out.one'],
  [{ items: 'x' }, 'no-such-field', 'items'],
  [{ constructor: 'x' }, 'no-such-field', 'constructor'],
  [{ 'sold-out': '' }, 'bad-value', 'without { and }'],
  [{ 'add-to-cart': ' ' }, 'bad-value', 'without { and }'],
  [{ 'sold-out': 'x'.repeat(301) }, 'bad-value', '300'],
])('words that cannot be shown are refused: %j', (texts, code, said) => {
  const { code: found, message, remedy, place } = refusal(() => wordsAfter(texts));
  expect([found, `${message} ${remedy} ${place}`]).toEqual([code, expect.stringContaining(said)]);
});

test('every word that ships has the same places in both languages, and a field of its own', () => {
  const textsOf = (word: Word): string[] => (typeof word === 'string' ? [word] : Object.values(word));
  for (const [name, { en, de }] of Object.entries(STOREFRONT_WORDS)) {
    const places = new Set(placesOf(name as WordName));
    for (const text of [...textsOf(en), ...textsOf(de)]) {
      const field = wordField(typeof en === 'string' ? name : `${name}.other`);
      expect([name, new RegExp(field?.form?.pattern ?? '(?!)', 'u').test(text)]).toEqual([name, true]);
      expect([name, [...text.matchAll(/\{([a-z]+)\}/g)].every(([, place]) => places.has(place as string))]).toEqual([
        name,
        true,
      ]);
    }
  }
});

test.each([
  ['en-IE', 'ltr'],
  ['ja', 'ltr'],
  ['ar', 'rtl'],
  ['fa-IR', 'rtl'],
  ['he', 'rtl'],
  ['az-Arab', 'rtl'],
  ['az', 'ltr'],
])('the lines of %s run %s', (language, direction) => {
  expect(makeLocale({ language, currency: 'EUR' }).direction).toBe(direction);
});

test.each([
  ['IE', 'Asia/Tokyo', { currency: 'EUR', locale: 'en-IE', timeZone: 'Europe/Dublin' }],
  ['JP', 'Europe/Dublin', { currency: 'JPY', locale: 'ja-JP', timeZone: 'Asia/Tokyo' }],
  ['BR', 'America/Manaus', { currency: 'BRL', locale: 'pt-BR', timeZone: 'America/Manaus' }],
  ['BR', 'Europe/Dublin', { currency: 'BRL', locale: 'pt-BR', timeZone: null }],
  ['ie', 'Europe/Dublin', { currency: null, locale: null, timeZone: null }],
])('a store in %s, asked in %s, is proposed %j', (country, here, proposed) => {
  expect(proposalsFor(country, here)).toEqual(proposed);
});

test('days of the week and moments are told as the language tells them, in the time zone of the store', () => {
  const de = makeLocale({ language: 'de', currency: 'EUR', timeZone: 'Asia/Tokyo' });
  expect([0, 6].map((day) => de.weekday(day))).toEqual(['Montag', 'Sonntag']);
  expect(de.moment('2026-12-31T18:30:00.000Z')).toBe('1. Januar 2027 um 03:30');
});
