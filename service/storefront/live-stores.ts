/** The open stores with what is live in them, in memory: a storefront's request asks the database for neither. */
import { LRUCache } from 'lru-cache';
import type { DesignState } from '@parlour/core';
import type { Keeper, Moved } from '../changes/poller.js';
import type { Database } from '../records/database.js';
import { loadState } from '../records/documents.js';
import { findStore, type Store } from '../records/stores.js';
import { tags } from '../records/tags.js';

/** A store as shoppers see it now. Another object as soon as anything of it is different. */
export interface LiveStore {
  readonly store: Store;
  /** The documents of its live design. */
  readonly state: DesignState;
}

const MOST_STORES = 1_000;

export interface LiveStores extends Keeper {
  /** The store that is known already by its slug. */
  known(slug: string): LiveStore | undefined;
  /** The open store with a slug, or undefined. */
  find(slug: string): Promise<LiveStore | undefined>;
}

export function liveStores(db: Database): LiveStores {
  const kept = new LRUCache<string, LiveStore>({ max: MOST_STORES });
  const load = async (slug: string): Promise<LiveStore | undefined> => {
    const store = await findStore(db, slug);
    return store && { store, state: await loadState(db, store.liveDesign.manifest) };
  };
  const renew = async (slug: string): Promise<void> => {
    const found = await load(slug);
    if (found) kept.set(slug, found);
    else kept.delete(slug);
  };
  /** Counts what was taken in, so that what was read before is not kept after. */
  let turns = 0;
  return {
    known: (slug) => kept.get(slug),
    async find(slug) {
      const known = kept.get(slug);
      if (known) return known;
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
