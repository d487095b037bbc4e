/** The editions of stores: kept, so that what is compiled for one is compiled once. */
import { LRUCache } from 'lru-cache';
import { makeLocale, type Edition } from '@parlour/core';
import type { Store } from '../records/stores.js';

const MOST_KEPT = 2_000;
const kept = new LRUCache<string, Edition>({ max: MOST_KEPT });

/** The edition of a store as it is set now, for shoppers or in a preview. */
export function editionOf({ id, name, currency, locale, kinds }: Store, mode: Edition['mode']): Edition {
  const key = JSON.stringify([id, name, currency, locale, kinds.hash, mode]);
  let found = kept.get(key);
  if (!found) {
    found = { kinds, store: { name, currency, locale }, locale: makeLocale({ language: locale, currency }), mode };
    kept.set(key, found);
  }
  return found;
}
