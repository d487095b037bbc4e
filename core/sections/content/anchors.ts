/** Headings in texts, and the places that a list of contents leads to. */
import { proseParts, proseWords } from '../../fields/prose.js';
import type { View } from '../../kinds/view.js';
import { remembering } from '../../remembering.js';

export interface Heading {
  readonly level: 2 | 3;
  readonly words: string;
  /** Unique in its text. */
  readonly id: string;
}

interface Anchored {
  /** As break marks split it, clean. */
  readonly parts: readonly string[];
  readonly headings: readonly Heading[];
}

const HEADING = /<h([23])>(.*?)<\/h\1>/gs;

/** A formatted text with an id on each heading, and those headings. */
export const anchored: (html: string) => Anchored = remembering((html) => {
  const headings: Heading[] = [];
  const taken = new Map<string, number>();
  const anchor = (whole: string, level: string, inner: string): string => {
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
  };
  const parts = proseParts(html).map((part) => part.replace(HEADING, anchor));
  return { parts, headings };
});

/** The ids of a text go to whoever shows it first on the page: a link leads to one place. */
export const withFreeIds = (html: string, view: Pick<View, 'claim'>): string =>
  html.replace(/<h([23]) id="([^"]+)">/g, (whole, level: string, id: string) =>
    view.claim(id) ? whole : `<h${level}>`,
  );
