/** The part of a web address behind `?`. */

/** The name of the words that are looked for, on the page of the search results: `?words=red+kite`. */
export const FIND_WORDS = 'words';

/** `?page=2&sort=price`, in the order of the names; nothing if no name has a value. */
export function queryText(values: Readonly<Record<string, string | undefined>>): string {
  const entries = Object.entries(values);
  if (entries.length === 0) return '';
  const given = entries
    .filter((entry): entry is [string, string] => entry[1] !== undefined)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([name, value]) => `${encodeURIComponent(name)}=${encodeURIComponent(value)}`);
  return given.length ? `?${given.join('&')}` : '';
}
