/**
 * Rendered pages in memory, compressed once, until something they depend on is changed. Nothing of a shopper is in them.
 */
import { createHash } from 'node:crypto';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';
import { LRUCache } from 'lru-cache';
import type { Keeper, Moved } from '../changes/poller.js';
import { tags as tagNames } from '../records/tags.js';
import type { LiveStore } from '../storefront/live-stores.js';

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
  readonly query: readonly string[];
}

/** Where a page is: a store, a path, and the query as it was sent. */
export interface PageAddress {
  readonly live: LiveStore;
  readonly path: string;
  readonly query: URLSearchParams;
}

/** What pages, and what is needed to find them by their tags, may take. */
const MOST_BYTES = 256_000_000;
/** What a tag of a page takes in the index, about. */
const TAG_BYTES = 150;
/** How many looks at the changes are remembered; a page that took longer to make is not kept. */
const MOST_TURNS = 200;
/** Of all pages of a store. */
const EVERY = '*';

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

export function keptPages(mostBytes = MOST_BYTES): KeptPages {
  /** By store and path: the names behind `?` that count there. */
  const names = new LRUCache<string, readonly string[]>({ max: 200_000 });
  const byTag = new Map<string, Set<string>>();
  const pages = new LRUCache<string, KeptPage>({
    maxSize: mostBytes,
    // What is filled in keeps the page as it is written, and what goes into its holes.
    sizeCalculation: ({ bodies, tags, fill, length }, key) =>
      (fill ? 2 * length : 0) + bodies.br.length + bodies.gzip.length + key.length + tags.size * TAG_BYTES,
    dispose: (page, key) => forget(page, key),
  });
  let turn = 0;
  const turns: { readonly turn: number; readonly moved: Moved | null }[] = [];

  const tagsOf = ({ live, tags }: Pick<KeptPage, 'live' | 'tags'>): string[] =>
    [EVERY, ...tags].map((tag) => `${live.store.id} ${tag}`);
  const forget = (page: KeptPage, key: string): void => {
    for (const tag of tagsOf(page)) {
      const keys = byTag.get(tag);
      keys?.delete(key);
      if (keys?.size === 0) byTag.delete(tag);
    }
  };
  const hasMovedSince = (begun: number, live: LiveStore, tags: ReadonlySet<string>): boolean => {
    if (turn - begun > turns.length) return true;
    return turns
      .filter((one) => one.turn > begun)
      .some(({ moved }) => {
        const touched = moved === null ? null : (moved.get(live.store.id) ?? NONE);
        return touched === null || isEverything(touched) || [...touched].some((tag) => tags.has(tag));
      });
  };

  return {
    find({ live, path, query }) {
      const counting = names.get(`${live.store.id} ${path}`);
      return counting && pages.get(keyOf(live, path, counting, query));
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
      const key = keyOf(live, path, counting, query);
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
      names.set(`${live.store.id} ${path}`, counting);
      pages.set(key, page);
      for (const tag of tagsOf(page)) {
        const keys = byTag.get(tag);
        if (keys) keys.add(key);
        else byTag.set(tag, new Set([key]));
      }
    },
    moved(moved) {
      turns.push({ turn: ++turn, moved });
      if (turns.length > MOST_TURNS) turns.shift();
      if (moved === null) return pages.clear();
      for (const [store, touched] of moved)
        for (const tag of isEverything(touched) ? [EVERY] : touched)
          for (const key of [...(byTag.get(`${store} ${tag}`) ?? [])]) pages.delete(key);
    },
    get size() {
      return { pages: pages.size, bytes: pages.calculatedSize };
    },
  };
}

const NONE: ReadonlySet<string> = new Set();
const compressBrotli = promisify(brotliCompress);
const compressGzip = promisify(gzip);

const isEverything = (touched: ReadonlySet<string>): boolean =>
  touched.has(tagNames.catalogue) || touched.has(tagNames.store);

/** Names that do not count make no other page. */
function keyOf({ store }: LiveStore, path: string, counting: readonly string[], query: URLSearchParams): string {
  const values = counting.map((name) => query.get(name));
  return `${store.id} ${path}${values.some((value) => value !== null) ? `?${JSON.stringify(values)}` : ''}`;
}

/** The same page in another encoding is the same page, so the tag is a weak one (RFC 9110, 8.8.1). */
export const etagOf = (html: string): string =>
  `W/"${createHash('sha256').update(html).digest('base64url').slice(0, 22)}"`;
