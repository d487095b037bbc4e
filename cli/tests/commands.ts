/** Command lines run in the process of a test, as a person would type them. */
import { run } from '../run.js';
import type { World } from '../world.js';

export interface Ended {
  readonly code: number | null;
  readonly out: string;
  readonly err: string;
}

/** The words of a line; those with spaces stand in double quotes. */
export const typed = (line: string): string[] =>
  [...line.matchAll(/(?:[^\s"]|"[^"]*")+/g)].map(([word]) => word.replaceAll('"', ''));

/** @param input what the standard input holds, and what is typed when something is asked */
export async function runIn(env: World['env'], words: readonly string[], input = ''): Promise<Ended> {
  let out = '';
  let err = '';
  const code = await run(words, {
    env,
    out: (text) => (out += text),
    err: (text) => (err += text),
    input: () => input,
    ask: () => Promise.resolve(input),
  });
  return { code, out: out.trimEnd(), err: err.trimEnd() };
}
