/** What is sold in further languages: texts beside those of the leading one, which stand in where there are none. */

/** The texts of a thing in one further language. Products alone have a summary and words. */
export interface ThingTexts {
  readonly title?: string;
  readonly summary?: string;
  readonly description?: string;
  /** Single words of it, such as names and values of options: the word in the leading language -> in this one. */
  readonly words?: Readonly<Record<string, string>>;
}

/** By language, as BCP 47 has it. A language of which nothing is said is not there. */
export type Texts = Readonly<Record<string, ThingTexts>>;

/** What changes of texts, by language; what is absent stays, and what is null or empty goes. */
export type TextsChange = Readonly<
  Record<string, { readonly [F in keyof ThingTexts]?: ThingTexts[F] | null | undefined }>
>;

/** The fields that are one text. */
export const TEXT_FIELDS = ['title', 'summary', 'description'] as const;

/** What a language is called by, such as `de` or `pt-BR`. */
export const LANGUAGE_TAG = /^[a-z]{2,3}(?:-[A-Za-z0-9]{2,8}){0,3}$/;

const isSaid = (value: unknown): boolean =>
  value !== null && value !== undefined && value !== '' && (typeof value !== 'object' || Object.keys(value).length > 0);

/** Texts after a change. */
export function changedTexts(before: Texts, change: TextsChange = {}): Texts {
  const languages = [...new Set([...Object.keys(before), ...Object.keys(change)])].sort();
  return Object.fromEntries(
    languages.flatMap((language) => {
      const told = Object.entries(change[language] ?? {}).filter(([, value]) => value !== undefined);
      const left = Object.entries({ ...before[language], ...Object.fromEntries(told) }).filter(([, value]) =>
        isSaid(value),
      );
      return left.length > 0 ? [[language, Object.fromEntries(left)]] : [];
    }),
  );
}

/** A thing of which texts may be shown in a further language. */
interface Translatable {
  readonly title: string;
  readonly summary?: string;
  readonly description?: string;
}

/** What texts of a thing are in the language of the page it is shown on. */
export type Translated = readonly (keyof ThingTexts)[];

/**
 * A thing as a page in a further language shows it: with the texts that there are.
 * @param texts those of the language; null or undefined for the leading language, or where there are none
 * @returns the thing, and which of its texts are translated
 */
export function inLanguage<T extends Translatable>(
  thing: T,
  texts: ThingTexts | null | undefined,
): T & { readonly translated: Translated } {
  if (!texts) return { ...thing, translated: [] };
  const own = Object.fromEntries(
    TEXT_FIELDS.flatMap((name) =>
      texts[name] !== undefined && thing[name] !== undefined ? [[name, texts[name]]] : [],
    ),
  );
  return { ...thing, ...own, translated: Object.keys(texts) as (keyof ThingTexts)[] };
}

/** A word of a thing in the language of the page; itself if nobody has translated it. */
export const wordIn = (words: ThingTexts['words'], word: string): string =>
  words && Object.hasOwn(words, word) ? (words[word] ?? word) : word;
