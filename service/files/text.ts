/** The bytes of a file as text: UTF-8, with or without a byte-order mark, and nothing else. */
import { Problem } from '@parlour/core';

/** @throws Problem `bad-file` naming the line where it is something else */
export async function* textOf(parts: AsyncIterable<Uint8Array>): AsyncGenerator<string> {
  const decoder = new TextDecoder('utf-8', { fatal: true });
  let lines = 1;
  let first = true;
  for await (const part of parts) {
    if (first && isWide(part)) throw notUtf8(1);
    first = false;
    let text: string;
    try {
      text = decoder.decode(part, { stream: true });
    } catch {
      // Read again with what is wrong replaced, to see where it is.
      const [before = ''] = new TextDecoder().decode(part).split('\uFFFD');
      throw notUtf8(lines + countLines(before));
    }
    lines += countLines(text);
    if (text.includes('\0'))
      throw badFile(
        `There is a character in the file, NUL, that no text has.`,
        lines - countLines(text.slice(text.indexOf('\0'))),
      );
    yield text;
  }
  try {
    yield decoder.decode();
  } catch {
    throw notUtf8(lines);
  }
}

export const countLines = (text: string): number => {
  let count = 0;
  for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) count++;
  return count;
};

/** Whether a file begins with the mark of UTF-16. */
export const isWide = ([one, two]: Uint8Array): boolean =>
  (one === 0xff && two === 0xfe) || (one === 0xfe && two === 0xff);

export const notUtf8 = (line: number): Problem =>
  badFile('The file is not in UTF-8.', line, 'Save it anew as “CSV UTF-8”, or with the encoding UTF-8.');

/** What is wrong with a file as a whole. */
export const badFile = (sentence: string, line: number, remedy?: string): Problem =>
  new Problem('bad-file', sentence, { place: `line ${line}`, ...(remedy !== undefined && { remedy }) });
