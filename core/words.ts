/** Small help with words for messages. */

/** With a capital letter at the start, as a sentence has. */
export const capitalised = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** `3 pages`, `1 page`. */
export const counted = (count: number, one: string, many = `${one}s`): string => `${count} ${count === 1 ? one : many}`;

/** `a`, `a and b`, `a, b and c`. */
export const listed = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1) as string}`;

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
