/** How one store speaks in one language: its money, its numbers, its words, and what stands before its paths. */
import { formatMoney } from '../money/format.js';
import { STOREFRONT_WORDS, type Word, type WordName, type Words } from './words.js';
import { sure } from '../sure.js';

export interface Locale {
  /** BCP 47 tag. */
  readonly language: string;
  /** Which way its lines run. */
  readonly direction: 'ltr' | 'rtl';
  /** ISO 4217 code. */
  readonly currency: string;
  /** What stands before the paths of this language: nothing for the leading one, else `/de`. */
  readonly prefix: string;
  /** Where the home page is, whatever it shows. */
  readonly home: string;
  /** The language that translated values are looked up by; null for the leading one, which all values are in. */
  readonly translation: string | null;
  /** An amount of minor units, as people read it. */
  money(minor: number): string;
  number(value: number): string;
  /** The day of an instant, as a clock in the store shows it. @param instant in ISO form */
  date(instant: string): string;
  /** The day and the time of an instant, as a clock in the store shows them. */
  moment(instant: string): string;
  /** The name of a day of the week. @param day counted from Monday as 0 */
  weekday(day: number): string;
  /** The name of a country by its code (ISO 3166-1). */
  country(code: string): string;
  /**
   * A word of the storefront with its `{places}` filled. Where it has plural forms, `count` decides between them.
   * @example
   * locale.word('items', { count: 3 }) // '3 items'
   */
  word(name: WordName, values?: WordValues): string;
}

export type WordValues = Readonly<Record<string, string | number>>;

/** What a locale is made from. */
export interface LocaleSetting {
  readonly language: string;
  readonly currency: string;
  readonly prefix?: string;
  /** Of the store, such as `Europe/Dublin`; UTC if absent. */
  readonly timeZone?: string;
  /** Words of the store's own, over those that ship. */
  readonly words?: Words;
}

/** Scripts whose lines run from right to left (ISO 15924). */
const RIGHT_TO_LEFT = new Set(['Adlm', 'Arab', 'Hebr', 'Nkoo', 'Rohg', 'Syrc', 'Thaa']);

export function makeLocale({ language, currency, prefix = '', timeZone = 'UTC', words = {} }: LocaleSetting): Locale {
  const shipped = shippedWords(language);
  const plurals = new Intl.PluralRules(language);
  const numbers = new Intl.NumberFormat(language);
  const dates = new Intl.DateTimeFormat(language, { dateStyle: 'long', timeZone });
  const moments = new Intl.DateTimeFormat(language, { dateStyle: 'long', timeStyle: 'short', timeZone });
  const weekdays = weekdayNames(language);
  const countries = new Intl.DisplayNames(language, { type: 'region' });
  const apart = new Map<string, readonly string[]>();
  const number = keptText((value) => numbers.format(value));
  return {
    language,
    direction: RIGHT_TO_LEFT.has(new Intl.Locale(language).maximize().script ?? '') ? 'rtl' : 'ltr',
    currency,
    prefix,
    home: prefix || '/',
    country: (code) => countries.of(code) ?? code,
    translation: prefix === '' ? null : language,
    number,
    date: (instant) => dates.format(new Date(instant)),
    moment: (instant) => moments.format(new Date(instant)),
    weekday: (day) => weekdays[day] ?? '',
    money: keptText((minor) => formatMoney({ amount: minor, currency }, language)),
    word(name, values = {}) {
      const found: Word = words[name] ?? shipped[name] ?? STOREFRONT_WORDS[name].en;
      const text =
        typeof found === 'string' ? found : (found[plurals.select(Number(values['count'] ?? 0))] ?? found.other);
      let parts = apart.get(text);
      if (!parts) apart.set(text, (parts = text.split(PLACE)));
      return parts.length === 1 ? text : filled(parts, values, number);
    },
  };
}

/** From Monday on. The first day of 2024 was one. */
function weekdayNames(language: string): string[] {
  const names = new Intl.DateTimeFormat(language, { weekday: 'long', timeZone: 'UTC' });
  return Array.from({ length: 7 }, (_, day) => names.format(new Date(Date.UTC(2024, 0, 1 + day))));
}

/** Numbers come back with every page, and formatting one takes as long as a card: so many are kept. */
const MOST_NUMBERS = 5_000;

function keptText(format: (value: number) => string): (value: number) => string {
  const kept = new Map<number, string>();
  return (value) => {
    let text = kept.get(value);
    if (text === undefined) {
      if (kept.size >= MOST_NUMBERS) kept.clear();
      kept.set(value, (text = format(value)));
    }
    return text;
  };
}

/** Splits a word into texts, at even positions, and names of places, at odd ones. */
const PLACE = /\{([a-z]+)\}/;

function filled(parts: readonly string[], values: WordValues, number: (value: number) => string): string {
  let out = sure(parts[0]);
  for (let i = 1; i < parts.length; i += 2) {
    const name = sure(parts[i]);
    const value = Object.hasOwn(values, name) ? values[name] : undefined;
    out += (typeof value === 'number' ? number(value) : (value ?? `{${name}}`)) + sure(parts[i + 1]);
  }
  return out;
}

/** The words that ship in a language; English ones where it does not ship. */
export function shippedWords(language: string): Words {
  const [primary] = language.split('-');
  const isGerman = primary === 'de';
  return Object.fromEntries(
    Object.entries(STOREFRONT_WORDS).map(([name, about]) => [name, isGerman ? about.de : about.en]),
  );
}
