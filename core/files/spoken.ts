/** Texts in further languages as cells: a column for each text and language. */
import type { Texts, TextsChange, ThingTexts } from '../catalogue/texts.js';
import { namedCell, namedOf } from './cells.js';
import { SPOKEN_FIELDS, spokenIn, type FileKind } from './columns.js';
import type { Cells } from './told.js';

const NOT_WORDS = 'It is not a line for each word, such as Colour=Farbe.';

/** What the first row of a thing says in further languages; undefined if no column does. An empty cell takes one away. */
export function textsFrom(kind: FileKind, cells: Cells, columns: readonly string[]): TextsChange | undefined {
  const change: Record<string, Record<string, unknown>> = {};
  for (const column of columns) {
    const spoken = spokenIn(kind, column);
    if (!spoken) continue;
    const { field, language } = spoken;
    const said = field === 'words' ? wordsIn(cells, column) : cells.text(column);
    change[language] = { ...change[language], [field]: said || null };
  }
  // The columns are named after the fields.
  return Object.keys(change).length === 0 ? undefined : change;
}

function wordsIn(cells: Cells, column: string): ThingTexts['words'] | undefined {
  const words = cells.read(
    column,
    (text) => {
      const named = namedOf(text);
      return named?.every(({ values }) => values.length === 1) ? named : null;
    },
    NOT_WORDS,
  );
  return words && Object.fromEntries(words.map(({ name, values: [word = ''] }) => [name, word]));
}

/** The columns for further languages. */
export const spokenHeads = (kind: FileKind, languages: readonly string[]): string[] =>
  languages.flatMap((language) => SPOKEN_FIELDS[kind].map((field) => `${field}@${language}`));

/** What stands in them. */
export const spokenCells = (texts: Texts): Readonly<Record<string, string>> =>
  Object.fromEntries(
    Object.entries(texts).flatMap(([language, all]) =>
      Object.entries(all as Readonly<Record<string, unknown>>).map(([field, said]) => [
        `${field}@${language}`,
        typeof said === 'string'
          ? said
          : namedCell(
              Object.entries(said as NonNullable<ThingTexts['words']>).map(([name, word]) => ({
                name,
                values: [word],
              })),
            ),
      ]),
    ),
  );
