/** What search engines are told of a page: what somebody wrote about it, else its own first words. */
import { proseWords } from '../fields/prose.js';
import { remembering } from '../remembering.js';
import { isOwnPage } from '../pages/page.js';
import { cut } from '../words.js';
import type { PageInfo, StoreInfo } from '../kinds/data.js';

/** Shorter paragraphs are labels, such as a brand's name on a card. */
const SHORTEST = 30;
/** As much as is shown in lists of results. */
const MOST = 160;
/** How many paragraphs are looked at. */
const LOOKED_AT = 12;

const wordsOf = remembering(proseWords, 1_000_000);

/**
 * The description of a page, as plain text.
 * @param content the html of its own sections; asked for only if nobody wrote a description
 */
export function descriptionOf({ kind, description, title }: PageInfo, store: StoreInfo, content: () => string): string {
  if (description !== '') return description;
  // What a shopper's own page says is nobody else's.
  const own = isOwnPage(kind) ? '' : content();
  const paragraphs = /<p[ >][^]*?<\/p>/g;
  for (let looked = 0; looked < LOOKED_AT; looked++) {
    const found = paragraphs.exec(own);
    if (!found) break;
    const words = wordsOf(found[0]);
    if (words.length >= SHORTEST) return cut(words, MOST);
  }
  return kind === 'home' ? store.name : `${title} · ${store.name}`;
}
