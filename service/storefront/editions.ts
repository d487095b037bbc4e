/** The editions of stores: kept, so that what is compiled for one is compiled once. */
import { LRUCache } from 'lru-cache';
import { keys, type DesignState, ownWords } from '@parlour/core/documents';
import { inLanguage as spoken, wordIn } from '@parlour/core/catalogue';
import { translatedContent, type PageInfo, type Product } from '@parlour/core/kinds';
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
  if (subject && !('content' in subject) && translation !== null)
    return inWordsOf(subject, { ...page, path }, translation);
  return { ...page, path, title: isSinglePage(kind) ? word(`page-${kind}`) : page.title };
}

/** A page about something of the catalogue. Rules have seen it as it is kept; what follows is for reading. */
function inWordsOf(
  subject: Exclude<PageInfo['subject'], null | { content: unknown }>,
  page: PageInfo,
  language: string,
): PageInfo {
  if ('product' in subject) {
    const product = productIn(subject.product, language);
    return { ...page, title: product.title, description: product.summary, subject: { product } };
  }
  if ('collection' in subject) {
    const collection = spoken(subject.collection, subject.collection.texts?.[language]);
    return { ...page, title: collection.title, description: collection.description, subject: { collection } };
  }
  const brand = spoken(subject.brand, subject.brand.texts?.[language]);
  return { ...page, title: brand.title, description: brand.description, subject: { brand } };
}

function productIn(product: Product, language: string): Product {
  const texts = product.texts?.[language];
  if (!texts) return product;
  const word = (text: string): string => wordIn(texts.words, text);
  return {
    ...spoken(product, texts),
    words: texts.words,
    category: word(product.category),
    attributes: Object.fromEntries(
      Object.entries(product.attributes).map(([name, value]) => [
        name,
        typeof value === 'string' ? word(value) : value,
      ]),
    ),
    specifications: (product.specifications ?? []).map(({ name, value }) => ({ name: word(name), value: word(value) })),
  };
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
