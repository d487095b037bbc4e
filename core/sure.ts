/** What the compiler cannot know by itself, said in one place and looked at when it runs. */

/**
 * A value that cannot be missing where it is asked for: the item of a list at an index that is in it, what was put
 * into a map before.
 * @throws Error if it is missing after all, instead of going on with `undefined`
 * @example const last = sure(words.at(-1)); // words is not empty here
 */
export function sure<T>(value: T): NonNullable<T> {
  if (value === undefined || value === null) throw new Error('A value is missing that cannot be missing here.');
  return value;
}

/**
 * The keys of a record with the names its type says, in their order. Only for records that are written out in code:
 * one that came from outside may have more keys than its type.
 */
export const keysOf = <K extends string>(record: Readonly<Partial<Record<K, unknown>>>): K[] =>
  // `Object.keys` cannot know that there are no others.
  Object.keys(record) as K[];

/** The entries of a record with the names its type says, in their order; see `keysOf`. */
export const entriesOf = <K extends string, V>(record: Readonly<Partial<Record<K, V>>>): [K, V][] =>
  // `Object.entries` cannot know that there are no others.
  Object.entries(record) as [K, V][];

/**
 * A record with a value for each of some names.
 * @example recordOf(WEEKDAYS, (day) => hours(day)) // { monday: …, tuesday: … }
 */
export const recordOf = <K extends string, V>(names: readonly K[], valueOf: (name: K) => V): Record<K, V> =>
  // Each name is given its value, one after the other.
  Object.fromEntries(names.map((name) => [name, valueOf(name)])) as Record<K, V>;
