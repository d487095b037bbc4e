/** Texts in further languages, as they are written on the command line: title@de="…". */
import type { Texts, TextsChange, ThingTexts } from '@parlour/core/catalogue';

const SPOKEN = /^(title|summary|description|word\.[^=]+)@([a-z]{2,3}(?:-[A-Za-z0-9]+)*)=(.*)$/s;
const WORD = 'word.';

/**
 * Parts what is said in further languages from the rest.
 * @param changes each NAME=VALUE
 * @param before what is said already: single words are added to it
 */
export function partedTexts(
  changes: readonly string[],
  before: Texts = {},
): { readonly rest: string[]; readonly texts?: TextsChange } {
  const texts: Record<string, { -readonly [F in keyof ThingTexts]?: ThingTexts[F] | null }> = {};
  const rest: string[] = [];
  for (const change of changes) {
    const [, name, language, value = ''] = SPOKEN.exec(change) ?? [];
    if (name === undefined || language === undefined) {
      rest.push(change);
      continue;
    }
    const own = (texts[language] ??= {});
    if (name.startsWith(WORD)) {
      const { [name.slice(WORD.length)]: _was, ...others } = own.words ?? before[language]?.words ?? {};
      own.words = value === '' ? others : { ...others, [name.slice(WORD.length)]: value };
    } else own[name as 'title' | 'summary' | 'description'] = value || null;
  }
  return { rest, ...(Object.keys(texts).length > 0 && { texts }) };
}

/** What is said in further languages, a line each. */
export const textLines = (texts: Texts): [name: string, value: string][] =>
  Object.entries(texts).flatMap(([language, { words = {}, ...others }]) => [
    ...Object.entries(others).map(([name, value]): [string, string] => [`${name}@${language}`, value]),
    ...Object.entries(words).map(([word, value]): [string, string] => [`${WORD}${word}@${language}`, value]),
  ]);
