/** Content pages, which are in the design itself: only their lead pictures are in the database. */
import { pathOf, keys, type ContentDocument, documentsIn } from '@parlour/core/documents';
import type { PictureValue } from '@parlour/core/fields';
import {
  translatedContent,
  type ContentCard,
  type ContentNeed,
  type PagesNeed,
  type PictureInfo,
} from '@parlour/core/kinds';
import { tags } from '../tags.js';
import { needsOf, type Asked, type Part } from './part.js';
import { picturesStatement } from './pictures.js';

export const content: Part<PictureInfo> = {
  name: 'content',
  takes: 1,
  statement: picturesStatement,
  values(asked) {
    for (const need of needsOf(asked, 'content')) asked.data.set(need, textOf(need, asked));
    const hashes = needsOf(asked, 'pages').flatMap((need) => {
      const cards = cardsOf(need, asked);
      const some = cards.flatMap(({ lead }) => lead?.picture ?? []);
      if (some.length === 0) asked.data.set(need, cards.map(bare));
      return some;
    });
    return hashes.length ? [[...new Set(hashes)]] : null;
  },
  read(answers, asked) {
    const found = new Map(answers.map((picture) => [picture.hash, picture]));
    for (const need of needsOf(asked, 'pages'))
      asked.data.set(
        need,
        cardsOf(need, asked).map((card) => ({ ...bare(card), picture: found.get(card.lead?.picture ?? '') ?? null })),
      );
    for (const hash of found.keys()) asked.tags.add(tags.picture(hash));
  },
};

/** A card whose picture is not looked up yet. */
interface Card extends Omit<ContentCard, 'picture'> {
  readonly lead: PictureValue | null;
}
const bare = ({ lead: _lead, ...card }: Card): ContentCard => ({ ...card, picture: null });

function textOf({ page }: ContentNeed, asked: Asked) {
  const content = asked.sources.state.get(keys.content(page));
  if (!content) return null;
  const { title, text = '', slug } = spoken(content, asked);
  return { title, text, path: pathTo(slug, asked) };
}

function cardsOf({ label, order, limit }: PagesNeed, asked: Asked): Card[] {
  const { state } = asked.sources;
  const found = [...documentsIn(state, 'content')].flatMap(([key, content]) => {
    const { labels = [] } = content;
    return (label === '' ? labels.length > 0 : labels.includes(label)) ? [{ key, content }] : [];
  });
  const cards = found.map(({ key, content }): Card => {
    const { title, slug, description = '', date = '', author = '', picture: lead = null } = spoken(content, asked);
    return {
      ...{ title, description, date, author, lead },
      code: `content:${key.slice('content/'.length)}`,
      path: pathTo(slug, asked),
    };
  });
  const byTitle = (a: Card, b: Card): number => a.title.localeCompare(b.title);
  // Instants in normal form are in the order of their texts.
  const newest = (a: Card, b: Card): number => (a.date === b.date ? byTitle(a, b) : a.date < b.date ? 1 : -1);
  return cards.sort(order === 'title' ? byTitle : newest).slice(0, limit);
}

const spoken = (content: ContentDocument, { sources: { translation } }: Asked): ContentDocument =>
  translation === null ? content : translatedContent(content, translation);

const pathTo = (slug: string, { sources: { patterns, prefix } }: Asked): string =>
  prefix + pathOf(patterns, 'content', slug);
