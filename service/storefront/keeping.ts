/** Makes pages for shoppers, once for all who ask at the same time, and hands them over to be kept. */
import { isOwnPage, type SectionFault } from '@parlour/core';
import type { KeptPages } from '../kept/kept-pages.js';
import type { Site } from './context.js';
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

/** @returns makes what is at a path, unless somebody else is making it */
export function keeping(kept: KeptPages) {
  const flights = new Map<string, Flight>();
  return async (site: Site, path: string, query: URLSearchParams, make: () => Promise<Found>): Promise<Found> => {
    const { live } = site;
    // What has something of a shopper in it is for that shopper alone.
    if (!live || site.cart) return make();
    const key = `${live.store.id} ${path}?${query}`;
    const under = flights.get(key);
    if (under && under.begun === kept.begin()) return under.made;
    const begun = kept.begin();
    const made = make();
    const flight: Flight = { begun, made };
    flights.set(key, flight);
    try {
      const found = await made;
      const { page } = found;
      if (page && mayBeKept(page, path)) void kept.keep({ live, path, query }, page, begun);
      return found;
    } finally {
      if (flights.get(key) === flight) flights.delete(key);
    }
  };
}

/** One page for all paths where nothing is would be many; and one that a section is missing from is no good page. */
const mayBeKept = ({ page, isThere, faults }: Shown, path: string): boolean =>
  isThere && faults.length === 0 && page.kind !== 'not-found' && !isOwnPage(page.kind) && path.length < 500;
