/** Work on texts that comes back with every page is done once for each text. */
import { LRUCache } from 'lru-cache';

/**
 * A function of a text that remembers its answers.
 * @param most how much is remembered, in characters of what it was asked
 * @example
 * const wordsOf = remembering(proseWords);
 */
export function remembering<T extends NonNullable<unknown>>(
  work: (text: string) => T,
  most = 4_000_000,
): (text: string) => T {
  const known = new LRUCache<string, T>({ maxSize: most, sizeCalculation: (_answer, text) => text.length + 1 });
  return (text) => {
    let answer = known.get(text);
    if (answer === undefined) {
      const own = alone(text);
      known.set(own, (answer = work(own)));
    }
    return answer;
  };
}

/** A copy that holds nothing else: V8 keeps the whole of a text in memory for whatever was cut out of it. */
const alone = (text: string): string => ` ${text}`.slice(1);
