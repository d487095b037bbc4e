/** The editions of stores: kept, so that what is compiled for one is compiled once. */
import { LRUCache } from 'lru-cache';
import { keys, type DesignState, ownWords } from '@parlour/core/documents';
import { translatedContent, type PageInfo } from '@parlour/core/kinds';
import { makeLocale, type Locale } from '@parlour/core/locale';
import { isSinglePage } from '@parlour/core/pages';
import type { Edition, PageRequest } from '@parlour/core/render';
import type { Store } from '../records/stores.js';
import type { Site } from './context.js';
import { hashOfDocument } from './versions.js';

const MOST_KEPT = 2_000;
const kept = new LRUCache<string, Edition>({ max: MOST_KEPT });

/**
 * The edition of a store as it is set now, for shoppers or in a preview.
 * @param state where the store's own words are
 * @param language one of the store's further languages; null for the leading one
 */
export function editionOf(
  { id, timeZone, kinds, ...store }: Store,
  state: DesignState,
  mode: Edition['mode'],
  language: string | null,
): Edition {
  const { name, currency, locale, country, details } = store;
  const words = state.get(keys.words(language ?? locale));
  const key = JSON.stringify([
    id,
    name,
    currency,
    locale,
    country,
    details,
    timeZone,
    kinds.hash,
    mode,
    language,
    words && hashOfDocument(words),
  ]);
  let found = kept.get(key);
  if (!found) {
    const spoken = makeLocale({
      language: language ?? locale,
      currency,
      timeZone,
      words: ownWords(words),
      ...(language !== null && { prefix: prefixOf(language) }),
    });
    found = { kinds, store: { name, currency, locale, country, details }, locale: spoken, mode };
    kept.set(key, found);
  }
  return found;
}

/** What stands before the paths of a further language. */
export const prefixOf = (language: string): string => `/${language}`;

/** The language that a path is in, and the path without it. */
export function languageIn(
  path: string,
  { languages }: Pick<Store, 'languages'>,
): { language: string | null; rest: string } {
  const language = languages.find((one) => path === prefixOf(one) || path.startsWith(`${prefixOf(one)}/`)) ?? null;
  return { language, rest: language === null ? path : path.slice(prefixOf(language).length) || '/' };
}

/** A page in the words of a language. */
export function inLanguage(page: PageInfo, { prefix, translation, word }: Locale): PageInfo {
  const path = prefix + (prefix !== '' && page.path === '/' ? '' : page.path);
  const { kind, subject } = page;
  if (subject && 'content' in subject && translation !== null) {
    const content = translatedContent(subject.content, translation);
    return { ...page, path, title: content.title, description: content.description ?? '', subject: { content } };
  }
  return { ...page, path, title: isSinglePage(kind) ? word(`page-${kind}`) : page.title };
}

/** Where a page is in each language of the store; nothing if there is one language. */
export function alternatesOf({ store, origin }: Site, path: string): PageRequest['alternates'] {
  if (store.languages.length === 0 || path === '') return [];
  return [
    { language: store.locale, address: origin + path },
    ...store.languages.map((language) => ({
      language,
      address: `${origin}${prefixOf(language)}${path === '/' ? '' : path}`,
    })),
  ];
}
