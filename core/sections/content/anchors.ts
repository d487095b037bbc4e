/** Headings in texts, and the places that a list of contents leads to. */
import { proseWords } from '../../fields/prose.js';
import { remembering } from '../../remembering.js';

export interface Heading {
  readonly level: 2 | 3;
  readonly words: string;
  /** Unique in its text. */
  readonly id: string;
}

interface Anchored {
  readonly html: string;
  readonly headings: readonly Heading[];
}

const HEADING = /<h([23])>(.*?)<\/h\1>/gs;

/** Clean formatted text with an id on each heading, and those headings. @param html as `cleanProse` leaves it */
export const anchored: (html: string) => Anchored = remembering((html) => {
  const headings: Heading[] = [];
  const taken = new Map<string, number>();
  const out = html.replace(HEADING, (whole, level: string, inner: string) => {
    const words = proseWords(inner);
    if (words === '') return whole;
    const start =
      words
        .toLowerCase()
        .replace(/[^\p{L}\p{N}]+/gu, '-')
        .replace(/^-|-$/g, '')
        .slice(0, 60) || 'part';
    const before = taken.get(start) ?? 0;
    taken.set(start, before + 1);
    const id = `t-${start}${before === 0 ? '' : `-${before + 1}`}`;
    headings.push({ level: level === '2' ? 2 : 3, words, id });
    return `<h${level} id="${id}">${inner}</h${level}>`;
  });
  return { html: out, headings };
});
