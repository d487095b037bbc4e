/** Makes pages for shoppers, once for all who ask at the same time, and hands them over to be kept. */
import { LRUCache } from 'lru-cache';
import { readQuery, type PageInfo, type QueryName } from '@parlour/core/kinds';
import { isOwnPage } from '@parlour/core/pages';
import type { SectionFault } from '@parlour/core/render';
import type { KeptPages } from '../kept/kept-pages.js';
import { withoutBasket } from './baskets/kept-basket.js';
import type { Site } from './context.js';
import type { LiveStore } from '../kept/live-stores.js';
import type { Shown } from './show.js';

/** What is at a path: a page, another path, or nothing. */
export interface Found {
  readonly elsewhere: string | null;
  readonly page: Shown | null;
  readonly faults: readonly SectionFault[];
}

interface Flight {
  readonly begun: number;
  readonly made: Promise<Found>;
}

/** Makes what is at a path. */
type Make = (site: Site) => Promise<Found>;

/**
 * What is at a path for the shopper of a site; made by one for all who ask at the same time.
 * @param cartCount how much is in the shopper's cart, if that is known without looking
 */
export type Keeping = (
  site: Site,
  path: string,
  query: URLSearchParams,
  cartCount: number | null,
  make: Make,
) => Promise<Found>;

export function keeping(kept: KeptPages): Keeping {
  const flights = new Map<string, Flight>();
  /** Paths, while the same is live, whose pages show more of a shopper than a count: made for all they would be in vain. */
  const owned = new WeakMap<LiveStore, LRUCache<string, true>>();

  const makeForAll = async (key: string, site: Site, path: string, query: URLSearchParams, make: Make) => {
    const { live } = site;
    const under = flights.get(key);
    if (under && under.begun === kept.begin()) return under.made;
    const begun = kept.begin();
    const made = make(site);
    const flight: Flight = { begun, made };
    flights.set(key, flight);
    try {
      const found = await made;
      const { page } = found;
      if (live && page && mayBeKept(page, path) && isWorthKeeping(page, query))
        void kept.keep({ live, path, query }, page, begun);
      return found;
    } finally {
      if (flights.get(key) === flight) flights.delete(key);
    }
  };

  return async (site, path, query, cartCount, make) => {
    const { live } = site;
    if (!live || site.shopper) return make(site);
    const key = `${live.store.id} ${path}?${query}`;
    if (!site.basket.asked) return makeForAll(key, site, path, query, make);
    if (cartCount === null || owned.get(live)?.has(path)) return make(site);
    const found = await makeForAll(key, { ...site, basket: withoutBasket(site) }, path, query, make);
    const { page } = found;
    if (!page?.showsFacts) return found;
    if (page.fill) return { ...found, page: { ...page, html: page.fill(cartCount) } };
    const paths = owned.get(live) ?? new LRUCache<string, true>({ max: 1_000 });
    owned.set(live, paths);
    if (path.length < LONGEST_PATH) paths.set(path, true);
    return make(site);
  };
}

/** Longer ones are not remembered: no page of a store has such a path. */
const LONGEST_PATH = 500;

/** One page for all paths where nothing is would be many; and one that a section is missing from is no good page. */
const mayBeKept = ({ page, isThere, faults }: Shown, path: string): boolean =>
  isThere && faults.length === 0 && !UNKEPT.has(page.kind) && !isOwnPage(page.kind) && path.length < LONGEST_PATH;

/** What is chosen of a listing by anything but its order and its page. */
const CHOSEN: readonly QueryName[] = ['filter', 'price-from', 'price-to', 'view'];

/** Of what can be chosen of a listing there are too many pages to keep; of an order that nobody offers, no end. */
function isWorthKeeping({ query: names, page }: Shown, sent: URLSearchParams): boolean {
  const asked = readQuery(names, sent);
  return CHOSEN.every((name) => asked[name] === undefined) && asked.sort === page.query.sort;
}

/** Pages of which there is one for whatever is typed: kept, they would push the others out. */
const UNKEPT: ReadonlySet<string> = new Set<PageInfo['kind']>(['not-found', 'search']);
