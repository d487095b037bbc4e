/** The open stores with what is live in them, in memory: a storefront's request asks the database for neither. */
import { LRUCache } from 'lru-cache';
import { Problem } from '@parlour/core';
import { visibleState } from '@parlour/core/design';
import type { DesignState, WholeState } from '@parlour/core/documents';
import type { Keeper, Moved } from '../changes/poller.js';
import type { Database } from '../records/database.js';
import { bytesOfState, loadState } from '../records/documents.js';
import { findStore, type Store } from '../records/stores.js';
import { tags } from '../records/tags.js';
import { isDatabaseAway } from '../records/database-faults.js';

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
  readonly whole: WholeState;
  /** In milliseconds since 1970. */
  readonly until: number;
}

function asSeenAt(now: Date, store: Store, whole: Kept['whole']): Kept {
  const { state, signedIn, until } = visibleState(whole, now.toISOString());
  return { store, state, signedIn, whole, until: until === null ? Infinity : Date.parse(until) };
}

/** Of the documents of all stores in memory, as JSON. */
const MOST_BYTES = 128_000_000;
/** Of those set aside. */
const MOST_ASIDE = 1_000;

export interface LiveStores extends Keeper {
  /** The store that is known already by its slug. */
  known(slug: string, now: Date): LiveStore | undefined;
  /** The open store with a slug, or undefined. */
  find(slug: string, now: Date): Promise<LiveStore | undefined>;
}

/** A store that could not be loaded: shoppers see what they saw before, if anything, until it is tried again. */
interface SetAside {
  readonly failures: number;
  /** In milliseconds since 1970. */
  readonly retryAt: number;
}
const FIRST_PAUSE_MS = 500;
const LONGEST_PAUSE_MS = 60_000;

const notYet = ({ retryAt }: SetAside, now: Date): Problem =>
  new Problem('store-set-aside', 'This store cannot be shown right now.', {
    remedy: 'Please try again in a few minutes.',
    retryAfter: Math.max(1, Math.ceil((retryAt - now.getTime()) / 1000)),
  });

/** @param failed is told of a store that cannot be loaded, each time it is tried */
export function liveStores(db: Database, failed: (slug: string, error: unknown) => void): LiveStores {
  const kept = new LRUCache<string, Kept>({
    maxSize: MOST_BYTES,
    sizeCalculation: ({ whole }) => bytesOfState(whole),
  });
  const aside = new LRUCache<string, SetAside>({ max: MOST_ASIDE });
  /** @throws Problem `store-set-aside`, also without trying until it is time; what the database throws */
  const load = async (slug: string, now: Date): Promise<Kept | undefined> => {
    const before = aside.get(slug);
    if (before && now.getTime() < before.retryAt) throw notYet(before, now);
    try {
      const store = await findStore(db, slug);
      const found = store && asSeenAt(now, store, await loadState(db, store.liveDesign.manifest));
      aside.delete(slug);
      return found;
    } catch (error) {
      // With the database away all wait, and nothing is wrong with this one.
      if (isDatabaseAway(error)) throw error;
      const failures = (before?.failures ?? 0) + 1;
      const pause = Math.min(LONGEST_PAUSE_MS, FIRST_PAUSE_MS * 2 ** failures);
      const setAside = { failures, retryAt: now.getTime() + pause };
      aside.set(slug, setAside);
      failed(slug, error);
      throw notYet(setAside, now);
    }
  };
  /** What is kept, anew if by now there is more of it to see. */
  const known = (slug: string, now: Date): LiveStore | undefined => {
    const found = kept.get(slug);
    if (!found || now.getTime() < found.until) return found;
    const next = asSeenAt(now, found.store, found.whole);
    kept.set(slug, next);
    return next;
  };
  const renew = async (slug: string): Promise<void> => {
    try {
      const found = await load(slug, new Date());
      if (found) kept.set(slug, found);
      else kept.delete(slug);
    } catch (error) {
      if (isDatabaseAway(error)) throw error;
    }
  };
  /** Counts what was taken in, so that what was read before is not kept after. */
  let turns = 0;
  return {
    known,
    async find(slug, now) {
      const there = known(slug, now);
      if (there) return there;
      const turn = turns;
      const found = await load(slug, now);
      if (found && turn === turns) kept.set(slug, found);
      return found;
    },
    async moved(moved: Moved | null) {
      if (moved?.size !== 0) turns++;
      for (const [slug, { store }] of [...kept]) {
        const isMoved = moved === null || moved.get(store.id)?.tags.has(tags.store);
        // What has changed since is worth a try before its time.
        if (isMoved) aside.delete(slug);
        if (isMoved || aside.has(slug)) await renew(slug);
      }
    },
  };
}
