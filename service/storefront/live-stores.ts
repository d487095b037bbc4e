/** The open stores with what is live in them, in memory: a storefront's request asks the database for neither. */
import { LRUCache } from 'lru-cache';
import { visibleState, type DesignState, type Document, type DocumentKey } from '@parlour/core';
import type { Keeper, Moved } from '../changes/poller.js';
import type { Database } from '../records/database.js';
import { loadState } from '../records/documents.js';
import { findStore, type Store } from '../records/stores.js';
import { tags } from '../records/tags.js';

/** A store as shoppers see it now. Another object as soon as anything of it is different. */
export interface LiveStore {
  readonly store: Store;
  /** The documents of its live design, without content pages that are held back. */
  readonly state: DesignState;
  /** The same with the pages that are for shoppers who have signed in. */
  readonly signedIn: DesignState;
}

/** With what it was made from, and how long it is so. */
interface Kept extends LiveStore {
  readonly whole: ReadonlyMap<DocumentKey, Document>;
  /** In milliseconds since 1970. */
  readonly until: number;
}

function asSeenNow(store: Store, whole: Kept['whole']): Kept {
  const { state, signedIn, until } = visibleState(whole, new Date().toISOString());
  return { store, state, signedIn, whole, until: until === null ? Infinity : Date.parse(until) };
}

const MOST_STORES = 1_000;

export interface LiveStores extends Keeper {
  /** The store that is known already by its slug. */
  known(slug: string): LiveStore | undefined;
  /** The open store with a slug, or undefined. */
  find(slug: string): Promise<LiveStore | undefined>;
}

export function liveStores(db: Database): LiveStores {
  const kept = new LRUCache<string, Kept>({ max: MOST_STORES });
  const load = async (slug: string): Promise<Kept | undefined> => {
    const store = await findStore(db, slug);
    return store && asSeenNow(store, await loadState(db, store.liveDesign.manifest));
  };
  /** What is kept, anew if by now there is more of it to see. */
  const known = (slug: string): LiveStore | undefined => {
    const found = kept.get(slug);
    if (!found || Date.now() < found.until) return found;
    const next = asSeenNow(found.store, found.whole);
    kept.set(slug, next);
    return next;
  };
  const renew = async (slug: string): Promise<void> => {
    const found = await load(slug);
    if (found) kept.set(slug, found);
    else kept.delete(slug);
  };
  /** Counts what was taken in, so that what was read before is not kept after. */
  let turns = 0;
  return {
    known,
    async find(slug) {
      const there = known(slug);
      if (there) return there;
      const turn = turns;
      const found = await load(slug);
      if (found && turn === turns) kept.set(slug, found);
      return found;
    },
    async moved(moved: Moved | null) {
      turns++;
      for (const [slug, { store }] of [...kept])
        if (moved === null || moved.get(store.id)?.has(tags.store)) await renew(slug);
    },
  };
}
