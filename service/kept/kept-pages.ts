/**
 * Rendered pages in memory, compressed once, until something they depend on is changed. Nothing of a shopper is in them.
 */
import { createHash } from 'node:crypto';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';
import { readQuery, type QueryName } from '@parlour/core/kinds';
import { LRUCache } from 'lru-cache';
import type { Keeper, Moved } from '../changes/poller.js';
import { tags as tagNames } from '../records/tags.js';
import type { LiveStore } from './live-stores.js';
import { sure } from '@parlour/core';

/** A page as it is kept. */
export interface KeptPage {
  /** The store, with what was live, that it was made of. */
  readonly live: LiveStore;
  readonly etag: string;
  /** What stands in its style element; empty if it has none. */
  readonly style: string;
  /** As texts of one byte a character (latin1): Node sends such a text and the headers before it in one piece. */
  readonly bodies: Readonly<Record<Encoding, string>>;
  readonly tags: ReadonlySet<string>;
  /** Milliseconds since 1970 from which on it looks different. */
  readonly until: number;
  /** Whether it shows facts: then it is only for shoppers who have none. */
  readonly showsFacts: boolean;
  /** The page for a shopper with so much in the cart, where that is all of the shopper's that it shows. */
  readonly fill: ((count: number) => string) | null;
  /** How long it is before it is compressed. */
  readonly length: number;
}
export type Encoding = 'br' | 'gzip';

/** A page that was just made. */
export interface NewPage {
  readonly html: string;
  readonly style: string;
  /** What the answers it was made of depend on. */
  readonly tags: ReadonlySet<string>;
  /** An instant in ISO form, or null. */
  readonly until: string | null;
  readonly showsFacts: boolean;
  readonly fill: KeptPage['fill'];
  /** Names behind `?` that make another page. */
  readonly query: readonly QueryName[];
}

/** Where a page is: a store, a path, and the query as it was sent. */
export interface PageAddress {
  readonly live: LiveStore;
  readonly path: string;
  readonly query: URLSearchParams;
}

/**
 * What pages, and what is needed to find them by their tags, may take. The process itself grows by up to 1.6 times as
 * much: see docs/limits.md.
 */
const MOST_BYTES = 128_000_000;
/** What a tag of a page takes in the index, about. */
const TAG_BYTES = 150;
/** What a page takes besides: its headers, and its places in the maps. */
const PAGE_BYTES = 2_000;
/** How many looks at the changes are remembered; a page that took longer to make is not kept. */
const MOST_TURNS = 200;

export interface KeptPages extends Keeper {
  /** The page at an address, even if its time is over or something else is live by now. */
  find(address: PageAddress): KeptPage | undefined;
  /** Notes where one is in the changes, before anything is read for a page. */
  begin(): number;
  /** Keeps a page, unless something it depends on has moved since it was begun. */
  keep(address: PageAddress, page: NewPage, begun: number): Promise<void>;
  /** How many pages there are, and the bytes they take. */
  readonly size: { readonly pages: number; readonly bytes: number };
}

/** The pages of one store. */
interface StorePages {
  readonly pages: LRUCache<string, KeptPage>;
  /** The names behind `?` that count at a path, while some page of it is kept. */
  readonly names: Map<string, { readonly counting: readonly QueryName[]; pages: number }>;
  readonly byTag: Map<string, Set<string>>;
}

export function keptPages(mostBytes = MOST_BYTES): KeptPages {
  const stores = new Map<number, StorePages>();
  let turn = 0;
  const turns: { readonly turn: number; readonly moved: Moved | null }[] = [];

  const openStore = (id: number): StorePages => {
    let store = stores.get(id);
    if (!store) {
      const made: StorePages = {
        pages: new LRUCache<string, KeptPage>({
          maxSize: mostBytes,
          sizeCalculation: weightOf,
          dispose: (page, key) => forget(made, page, key),
        }),
        names: new Map(),
        byTag: new Map(),
      };
      stores.set(id, (store = made));
    }
    return store;
  };
  const forget = (store: StorePages, page: KeptPage, key: string): void => {
    const path = pathIn(key);
    const names = store.names.get(path);
    if (names && --names.pages === 0) store.names.delete(path);
    for (const tag of page.tags) {
      const keys = store.byTag.get(tag);
      keys?.delete(key);
      if (keys?.size === 0) store.byTag.delete(tag);
    }
  };
  const bytesOf = (): number => {
    let bytes = 0;
    for (const { pages } of stores.values()) bytes += pages.calculatedSize;
    return bytes;
  };
  /** What was not asked for longest goes, of the store that holds the most: no store pushes out the pages of others. */
  const makeRoom = (): void => {
    for (let over = bytesOf() - mostBytes; over > 0;) {
      let largest: StorePages | null = null;
      for (const store of stores.values())
        if (!largest || store.pages.calculatedSize > largest.pages.calculatedSize) largest = store;
      if (!largest) return;
      over -= largest.pages.calculatedSize;
      if (!largest.pages.pop()) return;
      over += largest.pages.calculatedSize;
    }
  };
  const hasMovedSince = (begun: number, live: LiveStore, tags: ReadonlySet<string>): boolean => {
    if (turn - begun > turns.length) return true;
    return turns
      .filter((one) => one.turn > begun)
      .some(({ moved }) => {
        const touched = moved === null ? null : (moved.get(live.store.id)?.tags ?? NONE);
        return touched === null || isEverything(touched) || [...touched].some((tag) => tags.has(tag));
      });
  };

  return {
    find({ live, path, query }) {
      const store = stores.get(live.store.id);
      const names = store?.names.get(path);
      return names && store?.pages.get(keyOf(path, names.counting, query));
    },
    begin: () => turn,
    async keep({ live, path, query }, { html, style, tags, until, showsFacts, fill, query: counting }, begun) {
      if (hasMovedSince(begun, live, tags)) return;
      const bytes = Buffer.from(html);
      const [br, zipped] = await Promise.all([
        compressBrotli(bytes, { params: { [constants.BROTLI_PARAM_QUALITY]: 5 } }),
        compressGzip(bytes, { level: 6 }),
      ]);
      // Compressing takes its time, too.
      if (hasMovedSince(begun, live, tags)) return;
      const key = keyOf(path, counting, query);
      const page: KeptPage = {
        live,
        etag: etagOf(html),
        style,
        bodies: { br: br.toString('latin1'), gzip: zipped.toString('latin1') },
        tags,
        until: until === null ? Infinity : Date.parse(until),
        showsFacts,
        fill,
        length: bytes.length,
      };
      if (weightOf(page, key) > mostBytes) return;
      const store = openStore(live.store.id);
      store.pages.delete(key);
      const names = store.names.get(path);
      store.names.set(path, { counting, pages: (names?.pages ?? 0) + 1 });
      for (const tag of tags) {
        const keys = store.byTag.get(tag);
        if (keys) keys.add(key);
        else store.byTag.set(tag, new Set([key]));
      }
      store.pages.set(key, page);
      makeRoom();
    },
    moved(moved) {
      if (moved?.size === 0) return;
      turns.push({ turn: ++turn, moved });
      if (turns.length > MOST_TURNS) turns.shift();
      for (const [id, store] of stores) {
        const touched = moved === null ? null : (moved.get(id)?.tags ?? NONE);
        if (touched === null || isEverything(touched)) {
          store.pages.clear();
          stores.delete(id);
          continue;
        }
        for (const tag of touched) for (const key of [...(store.byTag.get(tag) ?? [])]) store.pages.delete(key);
      }
    },
    get size() {
      let pages = 0;
      for (const store of stores.values()) pages += store.pages.size;
      return { pages, bytes: bytesOf() };
    },
  };
}

const NONE: ReadonlySet<string> = new Set();
const compressBrotli = promisify(brotliCompress);
const compressGzip = promisify(gzip);

const isEverything = (touched: ReadonlySet<string>): boolean =>
  touched.has(tagNames.catalogue) || touched.has(tagNames.store);

/** What stands between the path and the values behind `?`; no path in its one form has it. */
const MARK = '?';

/** Names that do not count make no other page, nor do other spellings of those that do. */
function keyOf(path: string, counting: readonly QueryName[], query: URLSearchParams): string {
  if (counting.length === 0) return path;
  const values = Object.entries(readQuery(counting, query));
  return values.length === 0 ? path : `${path}${MARK}${JSON.stringify(values)}`;
}
const pathIn = (key: string): string => sure(key.split(MARK, 1)[0]);

/** What is filled in keeps the page as it is written, in two bytes a character, and what goes into its holes. */
const weightOf = ({ bodies, tags, fill, length }: KeptPage, key: string): number =>
  PAGE_BYTES + (fill ? 3 * length : 0) + bodies.br.length + bodies.gzip.length + 2 * key.length + tags.size * TAG_BYTES;

/** The same page in another encoding is the same page, so the tag is a weak one (RFC 9110, 8.8.1). */
export const etagOf = (html: string): string =>
  `W/"${createHash('sha256').update(html).digest('base64url').slice(0, 22)}"`;
