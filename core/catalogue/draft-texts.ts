/** Texts in further languages as a form holds them: every field a text, empty for what nobody has said. */
import { TEXT_FIELDS, type Texts, type TextsChange } from './texts.js';

/** What is typed in a further language. */
export interface DraftTexts {
  readonly title: string;
  readonly summary: string;
  readonly description: string;
  /** By the word of the leading language. */
  readonly words: Readonly<Record<string, string>>;
}
export const NO_TEXTS: DraftTexts = Object.freeze({ title: '', summary: '', description: '', words: {} });

/** By language. */
export type AllDraftTexts = Readonly<Record<string, DraftTexts>>;

/** @param texts as the API has them */
export const draftTextsOf = (texts: Texts): AllDraftTexts =>
  Object.fromEntries(Object.entries(texts).map(([language, said]) => [language, { ...NO_TEXTS, ...said }]));

/** What differs, by language and field; an empty text takes it away. */
export function textsTold(now: AllDraftTexts, was: AllDraftTexts): TextsChange {
  const languages = [...new Set([...Object.keys(now), ...Object.keys(was)])];
  return Object.fromEntries(
    languages.flatMap((language) => {
      const [told, before] = [now[language] ?? NO_TEXTS, was[language] ?? NO_TEXTS];
      const words = Object.fromEntries(Object.entries(told.words).filter(([, said]) => said.trim() !== ''));
      const change = {
        ...Object.fromEntries(
          TEXT_FIELDS.flatMap((name) => (told[name] === before[name] ? [] : [[name, told[name] || null]])),
        ),
        ...(JSON.stringify(words) !== JSON.stringify(before.words) && { words }),
      };
      return Object.keys(change).length > 0 ? [[language, change]] : [];
    }),
  );
}
