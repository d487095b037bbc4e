/** Small help with words for messages. */
import { closest, distance } from 'fastest-levenshtein';
import { sure } from './sure.js';

/** With a capital letter at the start, as a sentence has. */
export const capitalised = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** `3 pages`, `1 page`. */
export const counted = (count: number, one: string, many = `${one}s`): string => `${count} ${count === 1 ? one : many}`;

/** `a`, `a and b`, `a, b and c`. */
export const listed = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${sure(words.at(-1))}`;

/** `a, b, c and 4 more`, where naming all would be too long. */
export const someOf = (words: readonly string[], most = 4): string =>
  words.length <= most + 1 ? listed(words) : listed([...words.slice(0, most), `${words.length - most} more`]);

/** The word that somebody may have meant by one that is not known; null if none is near. */
export function nearest(word: string, known: readonly string[]): string | null {
  if (known.length === 0 || word.length > 80) return null;
  const found = closest(word, known);
  return distance(word, found) <= Math.max(2, Math.floor(word.length / 3)) ? found : null;
}

/** `Did you mean “title”?`, with a space behind it; nothing if no known word is near. */
export function didYouMean(word: string, known: readonly string[]): string {
  const near = nearest(word, known);
  return near === null ? '' : `Did you mean “${near}”? `;
}

/** The nearest name, and the names there are, for a remedy; some of them where they are many. */
export const namesThere = (word: string, known: readonly string[], otherwise: string): string =>
  known.length === 0 ? otherwise : `${didYouMean(word, known)}There is ${someOf([...known].sort(), 12)}.`;

const graphemes = new Intl.Segmenter('en', { granularity: 'grapheme' });

/** Text of at most `most` characters as people count them; “…” stands for what is left out. */
export function cut(text: string, most: number): string {
  if (text.length <= most) return text;
  // One character may be made of any number of marks, so the work is bounded by length too.
  const looked = text.slice(0, most * 16);
  let count = 0;
  let end = 0;
  for (const { segment, index } of graphemes.segment(looked)) {
    if (count === most || index > most * 8) return `${text.slice(0, end).toWellFormed()}…`;
    count++;
    if (count < most) end = index + segment.length;
  }
  return looked === text ? text : `${text.slice(0, end).toWellFormed()}…`;
}

/** Values with their names, one after the other: `role editor, was viewer`. */
export const told = (value: unknown): string =>
  Array.isArray(value)
    ? value.map(told).join('; ')
    : typeof value === 'object' && value !== null
      ? Object.entries(value)
          .map(([name, one]) => `${name} ${told(one)}`)
          .join(', ')
      : value === null
        ? 'none'
        : String(value);
