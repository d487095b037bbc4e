/**
 * A store's own words of the storefront: a document for each language holds them as texts, by the name of the word, or
 * by the name and a plural form for those that have forms (`items.one`).
 */
import type { WordsDocument } from './document.js';
import type { TextField } from '../fields/field.js';
import { text } from '../fields/make.js';
import { STOREFRONT_WORDS, type PluralWord, type Word, type WordName, type Words } from '../locale/words.js';
import { isOneOf } from '../one-of.js';
import { sure } from '../sure.js';

/** Plural categories (Unicode CLDR). Which of them a language has, and when, is the browser's and Node's to know. */
const FORMS = ['zero', 'one', 'two', 'few', 'many', 'other'] as const satisfies readonly Intl.LDMLPluralRule[];

const isWord = (name: string): name is WordName => Object.hasOwn(STOREFRONT_WORDS, name);
const isPlural = (word: Word): word is PluralWord => typeof word !== 'string';

/** The `{places}` of a word that are filled where it is shown. */
export function placesOf(name: WordName): string[] {
  const { en }: { readonly en: Word } = STOREFRONT_WORDS[name];
  return [...new Set([...(isPlural(en) ? en.other : en).matchAll(/\{([a-z]+)\}/g)].map(([, place]) => sure(place)))];
}

/**
 * The field of one text, or null if there is no such word.
 * @param path `sold-out`, or `items.one` for a word with forms
 */
export function wordField(path: string): TextField | null {
  let field = fields.get(path);
  if (field === undefined) fields.set(path, (field = made(path)));
  return field;
}
// As many as there are words, and nothing else is kept.
const fields = new Map<string, TextField | null>();

function made(path: string): TextField | null {
  const [name = '', form, more] = path.split('.');
  if (!isWord(name) || more !== undefined) return null;
  const { about, en }: { readonly about: string; readonly en: Word } = STOREFRONT_WORDS[name];
  if (isPlural(en) ? !isOneOf(FORMS, form) : form !== undefined) return null;
  const places = placesOf(name);
  return text(`The word “${path}”`, about, {
    max: 300,
    plain: true,
    form: {
      pattern: `^(?=[^]*\\S)([^{}]|${places.map((place) => `\\{${place}\\}`).join('|') || '(?!)'})*$`,
      words: places.length
        ? `a text with no other places than ${places.map((place) => `{${place}}`).join(', ')}`
        : 'a text without { and }',
    },
  });
}

/** The words of a document, as a locale takes them. Forms that it leaves out are those of `other`. */
export function ownWords(document: WordsDocument | undefined): Words {
  const own: Record<string, Word> = {};
  for (const [path, value] of Object.entries(document?.words ?? {})) {
    // A name has no dot; behind one there is the plural form.
    const [name, form] = path.split('.') as [string, string | undefined];
    if (form === undefined) own[name] = value;
    // Edits let no other forms in.
    else own[name] = { ...(own[name] as PluralWord | undefined), [form]: value } as PluralWord;
  }
  return own;
}

/** Words of which a form is there and `other` is not, which every language needs. */
export const withoutOther = (paths: readonly string[]): string[] => [
  ...new Set(
    paths
      .filter((path) => path.includes('.'))
      .map((path) => path.slice(0, path.indexOf('.')))
      .filter((name) => !paths.includes(`${name}.other`)),
  ),
];

/** A word of the storefront as lists of them show it. */
export interface ListedWord {
  /** `sold-out`, or `items.one`. */
  readonly path: string;
  readonly about: string;
  /** What shoppers read. */
  readonly text: string;
  readonly isOwn: boolean;
}

/**
 * Every word of a language, in the order in which they are declared.
 * @param language BCP 47 tag
 * @param shipped the words that ship in it, by name
 */
export function listWords(language: string, shipped: Words, document: WordsDocument | undefined): ListedWord[] {
  const own = document?.words ?? {};
  const categories = new Intl.PluralRules(language).resolvedOptions().pluralCategories;
  const forms = FORMS.filter((form) => categories.includes(form));
  return Object.entries(STOREFRONT_WORDS).flatMap(([name, { about, en }]: [string, { about: string; en: Word }]) => {
    // A name that is none has no word in the list.
    const word = shipped[name as WordName] ?? en;
    const listed = (path: string, usual: string): ListedWord => ({
      path,
      about,
      text: own[path] ?? usual,
      isOwn: Object.hasOwn(own, path),
    });
    return isPlural(word)
      ? forms.map((form) => listed(`${name}.${form}`, word[form] ?? own[`${name}.other`] ?? word.other))
      : [listed(name, word)];
  });
}
