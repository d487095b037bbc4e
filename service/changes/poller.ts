/**
 * Takes in what was changed, in this process or another: reads the table of changes when there is a signal, and once a
 * second anyway, and hands what is new to all who keep something in memory.
 */
import { applierOf, changesSince, type Seen } from '../records/changes.js';
import type { Database } from '../records/database.js';
import { onSignal } from '../records/signals.js';
import { sharing } from '../sharing.js';

/** What has changed of a store. */
export interface MovedOfStore {
  readonly tags: ReadonlySet<string>;
  /** Ids of products of which something has changed that listings look at. */
  readonly products: ReadonlySet<number>;
}
/** By the id of the store. */
export type Moved = ReadonlyMap<number, MovedOfStore>;

/** Keeps something that depends on what can change. */
export interface Keeper {
  /**
   * Takes in what changed; told at every look, mostly that nothing has. What it throws is told, and leaves the changes
   * to the next look, so it may be given them twice; other keepers are told all the same.
   * @param moved null if anything may have changed
   */
  moved(moved: Moved | null): Promise<void> | void;
}

const together = (before: Moved | null, after: Moved | null): Moved | null => {
  if (before === null || after === null) return null;
  return byStore([before, after].flatMap((moved) => [...moved].map(([storeId, one]) => ({ storeId, ...one }))));
};

export interface Poller {
  /** The number of looks that have been taken in. */
  readonly count: number;
  /** Looks now, or once the look under way is over. Resolves when a look that began after the call is taken in. */
  look(): Promise<void>;
  stop(): Promise<void>;
}

/** @param keepers in the order they are told */
export function startPolling(db: Database, keepers: readonly Keeper[], failed: (error: unknown) => void): Poller {
  let count = 0;
  let before: Seen | null = null;
  let stopped = false;
  let last = Promise.resolve();
  /** What a keeper could not take in yet. */
  const owed = new Map<Keeper, Moved | null>();
  const tell = async (keeper: Keeper, moved: Moved | null): Promise<void> => {
    const all = owed.has(keeper) ? together(owed.get(keeper) ?? null, moved) : moved;
    owed.set(keeper, all);
    try {
      await keeper.moved(all);
      owed.delete(keeper);
    } catch (error) {
      failed(error);
    }
  };
  const once = sharing(async () => {
    const seen = await changesSince(db, before);
    const moved = seen.gap ? null : byStore(seen.changes);
    for (const keeper of keepers) await tell(keeper, moved);
    before = seen;
    count++;
  });
  const look = (): Promise<void> => {
    if (stopped) return Promise.resolve();
    const looking = once();
    last = looking.catch(() => undefined);
    return looking;
  };
  const tried = (): Promise<void> => look().catch(failed);
  const off = onSignal(db, 'changes', () => void tried());
  // Whoever changed something has changed it; that it could not be taken in yet is no failure of theirs.
  applierOf(db).apply = tried;
  return {
    get count() {
      return count;
    },
    look,
    async stop() {
      stopped = true;
      off();
      await last;
    },
  };
}

function byStore(
  changes: Iterable<{ readonly storeId: number; tags: Iterable<string>; products: Iterable<number> }>,
): Moved {
  const stores = new Map<number, { tags: Set<string>; products: Set<number> }>();
  for (const { storeId, tags, products } of changes) {
    let ofStore = stores.get(storeId);
    if (!ofStore) stores.set(storeId, (ofStore = { tags: new Set(), products: new Set() }));
    for (const tag of tags) ofStore.tags.add(tag);
    for (const id of products) ofStore.products.add(id);
  }
  return stores;
}
