/**
 * The listings of stores: their columns in memory, kept as fresh as pages are, and what is asked of them. It is a cache:
 * what is not there is loaded, what grows too large goes, and everything in it can be read from the tables.
 */
import { LRUCache } from 'lru-cache';
import { sure } from '@parlour/core';
import {
  BY_HAND,
  type FacetCounts,
  type FacetValue,
  type ListingNeed,
  type NeedSource,
  type Sort,
  type Subject,
} from '@parlour/core/kinds';
import { decimalsOf } from '@parlour/core/money';
import type { Keeper } from '../changes/poller.js';
import type { Database, Records } from '../records/database.js';
import {
  idsByTitle,
  idsFound,
  idsWithCodes,
  listedAfter,
  listedByIds,
  storesWithMoreThan,
  type ListedProduct,
} from '../records/listed.js';
import type { Listed } from '../records/answers/part.js';
import { Columns, LISTS, NOTHING_SAID, type List } from './columns.js';
import { workOut, type Counts } from './work-out.js';

/** For whom a listing is worked out. */
export interface ListingSetting {
  /** What the page asks of; its transaction, if it has one. */
  readonly db: Records;
  readonly store: { readonly id: number; readonly currency: string };
  readonly subject: Subject;
  /** The language of the page; null for the leading one. */
  readonly translation: string | null;
}

export interface Listings extends Keeper {
  /** @throws NotLoaded while the store is not in memory; see `loading` */
  workOut(need: ListingNeed, setting: ListingSetting): Promise<Listed>;
  /** Does work that asks for listings; once more when the store has been loaded that it could do without no longer. */
  loading<T>(work: () => Promise<T>): Promise<T>;
  /** Reads the stores that take long, so that no shopper waits for it. */
  loadLarge(): Promise<void>;
}

/** A store is not in memory. Whoever meets it holds a connection perhaps, so it is not loaded there. */
export class NotLoaded extends Error {
  constructor(readonly storeId: number) {
    super(`The listings of store ${storeId} are not in memory.`);
  }
}

/** So many products are read at a time. */
const AT_ONCE = 2_000;
/** Stores with more products take half a second and more to read. */
const LARGE = 10_000;
/** Of the columns of all stores. */
const MOST_BYTES = 768_000_000;
/** How often work is begun anew for a store that goes again before it is done. */
const MOST_TRIES = 3;

/** A store in memory. */
interface Loaded {
  readonly columns: Columns;
  /** The titles of brands in the leading language, by their codes. */
  readonly brands: Map<string, string>;
  /** The ids of products by their codes, as far as they were asked for; neither ever changes. */
  readonly idOf: Map<string, number>;
  /** The place of each slot by title, by language, for a version of the titles. */
  readonly titles: Map<string, { readonly version: number; readonly places: Int32Array }>;
  /** Resolves when what is known to have changed is taken in. */
  fresh: Promise<void>;
  /** Those who look at the columns right now; nothing changes meanwhile. */
  readonly looking: Set<Promise<unknown>>;
}

/** @param db apart from what pages ask of: they wait for what is read here, and may hold all connections meanwhile */
export function storeListings(db: Database, failed: (error: unknown) => void): Listings {
  const stores = new LRUCache<number, Loaded>({
    maxSize: MOST_BYTES,
    sizeCalculation: ({ columns }) => Math.max(1, columns.bytes),
  });
  const loading = new Map<number, Promise<void>>();
  /** Ids of products that have changed in stores while they are being loaded. */
  const meanwhile = new Map<number, Set<number>>();

  /** Reads products anew, once nobody looks at the columns. */
  const renew = async (storeId: number, store: Loaded, ids: readonly number[]): Promise<void> => {
    for (let from = 0; from < ids.length; from += AT_ONCE) {
      const some = ids.slice(from, from + AT_ONCE);
      const rows = await listedByIds(db, storeId, some);
      const there = new Set(rows.map(({ id }) => id));
      while (store.looking.size > 0) await Promise.allSettled(store.looking);
      take(
        store,
        rows,
        some.filter((id) => !there.has(id)),
      );
    }
    if (stores.peek(storeId) !== store) return;
    // Loaded anew when it is needed, or weighed anew.
    if (store.columns.isSparse) stores.delete(storeId);
    else stores.set(storeId, store);
  };
  const changed = (storeId: number, store: Loaded, ids: readonly number[]): void => {
    if (ids.length === 0) return;
    store.fresh = store.fresh
      .then(() => renew(storeId, store, ids))
      .catch((error: unknown) => {
        // Something is missing from it: it is loaded anew when it is needed.
        if (stores.peek(storeId) === store) stores.delete(storeId);
        failed(error);
      });
  };
  const load = (storeId: number): Promise<void> => {
    const under = loading.get(storeId);
    if (under) return under;
    const changes = new Set<number>();
    meanwhile.set(storeId, changes);
    const made = readStore(db, storeId)
      .then((store) => {
        if (meanwhile.get(storeId) !== changes) return;
        stores.set(storeId, store);
        changed(storeId, store, [...changes]);
      })
      .finally(() => {
        loading.delete(storeId);
        meanwhile.delete(storeId);
      });
    loading.set(storeId, made);
    return made;
  };
  /** A store, with everything taken in that was known to have changed. @throws NotLoaded */
  const freshly = async (storeId: number): Promise<Loaded> => {
    for (;;) {
      const store = stores.get(storeId);
      if (!store) throw new NotLoaded(storeId);
      const { fresh } = store;
      await fresh;
      if (store.fresh === fresh && stores.peek(storeId) === store) return store;
    }
  };
  return {
    async workOut(need, setting) {
      const { id, currency } = setting.store;
      const store = await freshly(id);
      const chosen = await listOf(need.source, setting, store);
      if (!chosen) return { ids: [], total: 0, counts: null };
      const titles = need.sort.by === 'title' ? await placesByTitle(db, id, store, setting.translation) : null;
      const { list, without, byHand } = chosen;
      const looking = workOut(store.columns, {
        list: list(),
        without,
        titles,
        filters: need.filters,
        sort: need.sort.by === 'by-hand' ? { ...byHand, falling: byHand.falling !== need.sort.falling } : need.sort,
        skip: (need.page - 1) * need.size,
        size: need.size,
        counts: need.counts,
        minor: 10 ** decimalsOf(currency),
      });
      store.looking.add(looking);
      try {
        const { counts, ...listed } = await looking;
        return { ...listed, counts: counts && toldOf(store, counts) };
      } finally {
        store.looking.delete(looking);
      }
    },
    async loading(work) {
      for (let attempt = 1; ; attempt++) {
        try {
          return await work();
        } catch (error) {
          if (!(error instanceof NotLoaded) || attempt === MOST_TRIES) throw error;
          await load(error.storeId);
        }
      }
    },
    async loadLarge() {
      for (const storeId of await storesWithMoreThan(db, LARGE)) if (!stores.has(storeId)) await load(storeId);
    },
    moved(moved) {
      if (moved === null) {
        // What has changed is not known, of those neither that are being read.
        stores.clear();
        meanwhile.clear();
        return;
      }
      for (const [storeId, { products }] of moved) {
        for (const product of products) meanwhile.get(storeId)?.add(product);
        const store = stores.peek(storeId);
        if (store) changed(storeId, store, [...products]);
      }
    },
  };
}

/** A store as the tables have it. What changes meanwhile is read again by whoever is told of it. */
async function readStore(db: Database, storeId: number): Promise<Loaded> {
  const store: Loaded = {
    columns: new Columns(),
    brands: new Map(),
    idOf: new Map(),
    titles: new Map(),
    fresh: Promise.resolve(),
    looking: new Set(),
  };
  let coming: ReturnType<typeof listedAfter> | null = listedAfter(db, storeId, '', AT_ONCE);
  while (coming) {
    const rows: readonly ListedProduct[] = await coming;
    // The next are read while these are taken in.
    coming = rows.length < AT_ONCE ? null : listedAfter(db, storeId, sure(rows.at(-1)).code, AT_ONCE);
    take(store, rows, []);
  }
  return store;
}

/** Takes in products as they are now, and forgets others. */
function take({ columns, brands, idOf }: Loaded, rows: readonly ListedProduct[], gone: readonly number[]): void {
  columns.change(rows, gone);
  // Their codes may be those of others some day.
  if (gone.length > 0) idOf.clear();
  for (const { brand, brandTitle } of rows) if (brand !== null) brands.set(brand, brandTitle);
}

interface Chosen {
  /** As it is now: what is asked for in between may change it. */
  list(): List;
  readonly without: number | null;
  /** What `by-hand` means there. */
  readonly byHand: Sort;
}
const NEWEST_FIRST: Sort = { by: 'date', attribute: '', falling: true };

/** Which products a source has on a page, in which order by hand; null if it means nothing there. */
async function listOf(source: NeedSource, setting: ListingSetting, store: Loaded): Promise<Chosen | null> {
  const { subject } = setting;
  const { columns } = store;
  const whole = (key: string, byHand = NEWEST_FIRST): Chosen => ({
    list: () => columns.list(key),
    without: null,
    byHand,
  });
  switch (source.from) {
    case 'newest':
      return whole(LISTS.everything);
    case 'reduced':
      return whole(LISTS.reduced);
    case 'collection':
      return whole(LISTS.collection(source.collection), BY_HAND);
    case 'this-collection':
      return subject && 'collection' in subject ? whole(LISTS.collection(subject.collection.code), BY_HAND) : null;
    case 'same-brand': {
      if (subject && 'brand' in subject) return whole(LISTS.brand(subject.brand.code));
      if (!subject || !('product' in subject) || subject.product.brandCode === null) return null;
      const { code, brandCode } = subject.product;
      const [without = null] = await idsOf([code], setting, store);
      return { ...whole(LISTS.brand(brandCode)), without };
    }
    case 'goes-with':
      return chosenOf(subject && 'product' in subject ? (subject.product.goesWith ?? []) : [], setting, store);
    case 'chosen':
      return chosenOf(source.products, setting, store);
    case 'found': {
      const ids = await idsFound(setting.db, setting.store.id, source.words ?? '');
      return { list: () => inOrder(columns, ids), without: null, byHand: BY_HAND };
    }
  }
}

async function chosenOf(codes: readonly string[], setting: ListingSetting, store: Loaded): Promise<Chosen | null> {
  if (codes.length === 0) return null;
  const ids = await idsOf(codes, setting, store);
  return { list: () => inOrder(store.columns, ids), without: null, byHand: BY_HAND };
}

/** The ids of products by their codes. Both stay what they are, so they are asked for once. */
async function idsOf(codes: readonly string[], { db, store }: ListingSetting, { idOf }: Loaded): Promise<number[]> {
  const unknown = codes.filter((code) => !idOf.has(code));
  if (unknown.length > 0) for (const [code, id] of await idsWithCodes(db, store.id, unknown)) idOf.set(code, id);
  return codes.flatMap((code) => idOf.get(code) ?? []);
}

/** Products in an order that was not worked out here. */
function inOrder(columns: Columns, ids: Iterable<number>): List {
  const slots = new Set<number>();
  for (const id of ids) {
    const slot = columns.slotOf(id);
    if (slot !== undefined) slots.add(slot);
  }
  return { slots: Uint32Array.from(slots), places: Int32Array.from(slots, (_, place) => place) };
}

/** Where each slot stands by title. Asked of the database, which knows how a language orders its letters. */
async function placesByTitle(
  db: Database,
  storeId: number,
  { columns, titles }: Loaded,
  translation: string | null,
): Promise<Int32Array> {
  const language = translation ?? '';
  const { titlesVersion: version } = columns;
  const before = titles.get(language);
  if (before?.version === version) return before.places;
  const places = new Int32Array(columns.ids.length).fill(NOTHING_SAID);
  (await idsByTitle(db, storeId, translation)).forEach((id, place) => {
    const slot = columns.slotOf(id);
    if (slot !== undefined) places[slot] = place;
  });
  titles.set(language, { version, places });
  return places;
}

/** What was counted, as values that people read. */
function toldOf({ columns, brands }: Loaded, { values, ...rest }: Counts): FacetCounts {
  const groups = columns.facets.map((facet) => ({ ...facet, values: [] as FacetValue[] }));
  for (const [at, count] of values) {
    const { facet, value } = sure(columns.meanings[at]);
    const group = sure(groups[facet]);
    const text = String(value);
    group.values.push({ value: text, label: group.by === 'brand' ? (brands.get(text) ?? text) : text, count });
  }
  return { ...rest, groups: groups.filter((group) => group.values.length > 0) };
}
