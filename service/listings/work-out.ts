/** Works a listing out: who is in it by what it is narrowed to, in which order, and how many have which value. */
import { setImmediate as nextTurn } from 'node:timers/promises';
import { sure } from '@parlour/core';
import type { Filter, Sort } from '@parlour/core/kinds';
import { NOTHING_SAID, type Columns, type List } from './columns.js';
import { smallest } from './smallest.js';

/** What is wanted of a list. */
export interface ListingAsked {
  readonly list: List;
  /** The id of a product that is left out; null for none. */
  readonly without: number | null;
  readonly filters: readonly Filter[];
  readonly sort: Sort;
  /** The place of each slot in the order of titles; asked for by an order by title only. */
  readonly titles: Int32Array | null;
  /** How many come before the page that is asked for, and how many are on it. */
  readonly skip: number;
  readonly size: number;
  readonly counts: boolean;
  /** How many minor units make a whole one of the store's currency. */
  readonly minor: number;
}

export interface WorkedOut {
  /** The ids of the products on the page, in order. */
  readonly ids: readonly number[];
  readonly total: number;
  readonly counts: Counts | null;
}

/** How many products have what; each as if nothing of its own group were chosen. */
export interface Counts {
  /** By the number of a value; nothing for those that no product has. */
  readonly values: ReadonlyMap<number, number>;
  readonly available: number;
  /** How many have at least 1, 2, 3, 4, 5 stars. */
  readonly rated: readonly number[];
  readonly price: { readonly least: number; readonly most: number } | null;
}

/** So many products are looked at in one turn of the loop: about 10 ms. */
const AT_ONCE = 40_000;

/** A group of filters has a bit; a product that has one of its values has met it. */
interface Groups {
  /** The bit that a value meets, by its number. */
  readonly bitOf: Uint32Array;
  /** The bit of the group that a value belongs to, chosen or not. */
  readonly groupOf: Uint32Array;
  /** All bits; those of options; those of the rest. */
  readonly all: number;
  readonly options: number;
  readonly others: number;
  /** 0 where nothing is chosen. */
  readonly available: number;
  readonly rating: number;
  readonly price: number;
  readonly leastRating: number;
  readonly from: number;
  readonly to: number;
}

/** More groups than these narrow nothing: a bit each. */
const MOST_GROUPS = 24;

function groupsOf(columns: Columns, filters: readonly Filter[], minor: number): Groups {
  const bitOf = new Uint32Array(columns.meanings.length);
  const facetBits = new Map<number, number>();
  const bits = new Map<string, number>();
  const bitFor = (group: string): number => {
    let bit = bits.get(group);
    if (bit === undefined) bits.set(group, (bit = bits.size < MOST_GROUPS ? 1 << bits.size : 0));
    return bit;
  };
  let options = 0;
  let [leastRating, from, to] = [Infinity, 0, Infinity];
  for (const filter of filters) {
    if (filter.by === 'available') bitFor('available');
    else if (filter.by === 'rating') {
      bitFor('rating');
      leastRating = Math.min(leastRating, filter.least * STAR);
    } else if (filter.by === 'price') {
      bitFor('price');
      // A bound in whole units that lies between two minor ones leaves out what is beyond it.
      from = filter.from === null ? 0 : Math.ceil(filter.from * minor - ROUNDING);
      to = filter.to === null ? Infinity : Math.floor(filter.to * minor + ROUNDING);
    } else {
      const bit = bitFor(`${filter.by} ${filter.name}`);
      if (filter.by === 'option') options |= bit;
      facetBits.set(columns.facetOf(filter) ?? NOTHING_SAID, bit);
      // A value that nobody has is met by nobody.
      for (const value of meant(filter.value, filter.by === 'attribute')) {
        const at = columns.valueOf(filter, value);
        if (at !== undefined) bitOf[at] = bit;
      }
    }
  }
  let all = 0;
  for (const bit of bits.values()) all |= bit;
  const [available, rating, price] = ['available', 'rating', 'price'].map((name) => bits.get(name) ?? 0);
  return {
    bitOf,
    groupOf: Uint32Array.from(columns.meanings, ({ facet }) => (facet < 0 ? 0 : (facetBits.get(facet) ?? 0))),
    all,
    options,
    others: all & ~options,
    available: sure(available),
    rating: sure(rating),
    price: sure(price),
    leastRating,
    from,
    to,
  };
}

const STAR = 100;
/** What a number of whole units may be off by for its binary form. */
const ROUNDING = 1e-6;

/** What a text in a web address may mean: attributes are texts, numbers, or said yes or no. */
function* meant(text: string, ofAttribute: boolean): Generator<string | number | boolean> {
  yield text;
  if (!ofAttribute) return;
  if (text.trim() !== '' && Number.isFinite(Number(text))) yield Number(text);
  if (text === 'true' || text === 'false') yield text === 'true';
}

const isOne = (bits: number): boolean => bits !== 0 && (bits & (bits - 1)) === 0;

/** Works a listing out, in pieces, so that nobody else waits for long. Meanwhile nothing may change in the columns. */
export async function workOut(columns: Columns, asked: ListingAsked): Promise<WorkedOut> {
  const { list, counts } = asked;
  const groups = groupsOf(columns, asked.filters, asked.minor);
  const tally = counts ? newTally(columns) : null;
  const isWhole = groups.all === 0 && asked.without === null;
  /** The places in the list of those that match; null for all. */
  let matches: Uint32Array | null = null;
  if (!isWhole || tally) {
    const found = new Uint32Array(list.slots.length);
    let count = 0;
    for (let from = 0; from < list.slots.length; from += AT_ONCE) {
      if (from > 0) await nextTurn();
      count = narrow(columns, asked, groups, tally, {
        from,
        to: Math.min(from + AT_ONCE, list.slots.length),
        found,
        count,
      });
    }
    matches = found.subarray(0, count);
  }
  const total = matches?.length ?? list.slots.length;
  if (total > AT_ONCE) await nextTurn();
  return {
    ids: pageOf(columns, asked, matches, total).map((at) => sure(columns.ids[sure(list.slots[at])])),
    total,
    counts: tally && told(tally),
  };
}

/** What has been counted so far. */
interface Tally {
  /** By the number of a value. */
  readonly values: Uint32Array;
  /** The last slot that was counted for a value of an option, so that two variants count once. */
  readonly seen: Int32Array;
  available: number;
  /** By the full stars of the average. */
  readonly stars: Uint32Array;
  least: number;
  most: number;
}
const newTally = ({ meanings: { length } }: Columns): Tally => ({
  values: new Uint32Array(length),
  seen: new Int32Array(length).fill(NOTHING_SAID),
  available: 0,
  stars: new Uint32Array(6),
  least: Infinity,
  most: -Infinity,
});

function told({ values, available, stars, least, most }: Tally): Counts {
  const found = new Map<number, number>();
  values.forEach((count, value) => count > 0 && found.set(value, count));
  return {
    values: found,
    available,
    rated: [1, 2, 3, 4, 5].map((star) => stars.subarray(star).reduce((sum, count) => sum + count, 0)),
    price: least === Infinity ? null : { least, most },
  };
}

/** A piece of the list, and where those that match are noted. */
interface Piece {
  readonly from: number;
  readonly to: number;
  readonly found: Uint32Array;
  /** How many have matched so far. */
  readonly count: number;
}

/** Goes through a piece of the list once: notes who matches, and counts. @returns how many have matched so far */
function narrow(
  columns: Columns,
  { list: { slots }, without }: ListingAsked,
  groups: Groups,
  tally: Tally | null,
  { from, to, found, count }: Piece,
): number {
  const { values, start, price, rating, available, ids } = columns;
  const { bitOf, all, options, others } = groups;
  const counting = tally && countingOf(columns, groups, tally);
  for (let at = from; at < to; at++) {
    const slot = read(slots, at);
    if (without !== null && ids[slot] === without) continue;
    const begin = read(start, slot);
    const first = begin + 3;
    const end = first + read(values, begin);
    let met = 0;
    if (groups.available !== 0 && available[slot] === 1) met |= groups.available;
    if (groups.rating !== 0 && read(rating, slot) >= groups.leastRating) met |= groups.rating;
    const cost = read(price, slot);
    if (groups.price !== 0 && cost >= groups.from && cost <= groups.to) met |= groups.price;
    if (all !== 0) for (let i = first; i < end; i++) met |= read(bitOf, read(values, i));
    const width = read(values, begin + 1);
    const last = end + width * read(values, begin + 2);
    // One variant must have all that is chosen of options: red, and large.
    const byVariant = options !== 0 && last > end;
    let isMet = (met & options) === options;
    if (byVariant && isMet) isMet = hasVariant(values, end, last, width, bitOf, options);
    const unmet = others & ~met;
    if (unmet === 0 && isMet) found[count++] = at;
    if (!counting) continue;
    if (!byVariant) {
      const missing = all & ~met;
      if (missing === 0) counting.all(slot, first, end, true);
      else if (isOne(missing)) counting.group(missing, slot, first, end);
    } else if (unmet === 0) {
      if (isMet) counting.all(slot, first, end, false);
      counting.variants(slot, end, last, width);
    } else if (isMet && isOne(unmet)) counting.group(unmet, slot, first, end);
  }
  return count;
}

/** What is surely there: places come from where numbers were put. */
const read = (column: Uint32Array | Int32Array | Float64Array, at: number): number => column[at] as number;

function hasVariant(
  values: Uint32Array,
  from: number,
  to: number,
  width: number,
  bitOf: Uint32Array,
  options: number,
): boolean {
  for (let i = from; i < to;) {
    let met = 0;
    for (const end = i + width; i < end; i++) met |= read(bitOf, read(values, i));
    if ((met & options) === options) return true;
  }
  return false;
}

/** Counts products into a tally. */
function countingOf(columns: Columns, { bitOf, groupOf, options, ...groups }: Groups, tally: Tally) {
  const { values, available, rating, price, meanings, facets } = columns;
  /** By the number of a value: 0 for a list, 1 for a value of an option, 2 for any other. */
  const sortOf = Uint8Array.from(meanings, ({ facet }) =>
    facet < 0 ? 0 : sure(facets[facet]).by === 'option' ? 1 : 2,
  );
  const add = (value: number): void => {
    tally.values[value] = read(tally.values, value) + 1;
  };
  const ofAvailable = (slot: number): void => {
    tally.available += available[slot] as number;
  };
  const ofRating = (slot: number): void => {
    const stars = Math.floor(read(rating, slot) / STAR);
    if (stars >= 0) tally.stars[stars] = read(tally.stars, stars) + 1;
  };
  const ofPrice = (slot: number): void => {
    const cost = read(price, slot);
    if (cost < tally.least) tally.least = cost;
    if (cost > tally.most) tally.most = cost;
  };
  return {
    /** A product that meets all groups, for all that it has. @param withOptions whether values of options count, too */
    all(slot: number, from: number, to: number, withOptions: boolean): void {
      const least = withOptions ? 1 : 2;
      for (let i = from; i < to; i++) {
        const value = read(values, i);
        if ((sortOf[value] as number) >= least) add(value);
      }
      ofAvailable(slot);
      ofRating(slot);
      ofPrice(slot);
    },
    /** A product that meets all groups but one, for what it has of that. */
    group(group: number, slot: number, from: number, to: number): void {
      if (group === groups.available) ofAvailable(slot);
      else if (group === groups.rating) ofRating(slot);
      else if (group === groups.price) ofPrice(slot);
      else
        for (let i = from; i < to; i++) {
          const value = read(values, i);
          if (read(groupOf, value) === group) add(value);
        }
    },
    /** The options of a product that meets all other groups: of each variant what it has, if the rest of it is met. */
    variants(slot: number, from: number, to: number, width: number): void {
      for (let i = from; i < to; i += width) {
        let met = 0;
        for (let j = i; j < i + width; j++) met |= read(bitOf, read(values, j));
        const missing = options & ~met;
        if (missing !== 0 && !isOne(missing)) continue;
        for (let j = i; j < i + width; j++) {
          const value = read(values, j);
          // What misses one group counts for that alone.
          if (missing !== 0 && read(groupOf, value) !== missing) continue;
          if (tally.seen[value] === slot) continue;
          tally.seen[value] = slot;
          add(value);
        }
      }
    },
  };
}

/** The places in the list of one page, in order. @param matches of those that match, in the order of the list; null for all */
function pageOf(columns: Columns, asked: ListingAsked, matches: Uint32Array | null, total: number): number[] {
  const skip = Math.min(asked.skip, total);
  const size = Math.min(asked.size, total - skip);
  if (size === 0) return [];
  const { slots } = asked.list;
  const keyAt = keysOf(columns, asked);
  const keys = new Float64Array(total);
  const ids = new Int32Array(total);
  for (let i = 0; i < total; i++) {
    const at = matches ? read(matches, i) : i;
    keys[i] = keyAt(at);
    ids[i] = read(columns.ids, read(slots, at));
  }
  return smallest({ keys, ids }, skip, size).map((i) => (matches ? read(matches, i) : i));
}

/** What the products of a list are ordered by, the least first, by their places in it. */
function keysOf(columns: Columns, { list, sort, titles }: ListingAsked): (at: number) => number {
  const { created, price, saving, rating, sold } = columns;
  const { slots, places } = list;
  const sign = sort.falling ? -1 : 1;
  const said = (column: Int32Array | Float64Array) => (at: number) => sign * read(column, read(slots, at));
  // What has nothing to be ordered by comes last, whichever way it goes.
  const ifSaid = (column: Int32Array) => (at: number) => {
    const value = read(column, read(slots, at));
    return value === NOTHING_SAID ? Infinity : sign * value;
  };
  switch (sort.by) {
    case 'by-hand':
      return (at: number) => (places ? sign * read(places, at) : 0);
    case 'date':
      return said(created);
    case 'price':
      return said(price);
    case 'sold':
      return said(sold);
    case 'saving':
      return ifSaid(saving);
    case 'rating':
      return ifSaid(rating);
    case 'title':
      // What came while the titles were put in order comes last. Of like titles the places differ: they turn round, too.
      return (at: number) => {
        const place = sure(titles)[read(slots, at)] ?? NOTHING_SAID;
        return place === NOTHING_SAID ? Infinity : sign * place;
      };
    case 'attribute': {
      const ranks = ranksOf(columns, sort.attribute);
      return (at: number) => {
        const begin = read(columns.start, read(slots, at));
        const end = begin + 3 + read(columns.values, begin);
        for (let i = begin + 3; i < end; i++) {
          const rank = read(ranks, read(columns.values, i));
          if (rank !== NOTHING_SAID) return sign * rank;
        }
        return Infinity;
      };
    }
  }
}

/** Numbers within texts count as such: 2 to 5 before 10 to 12. */
const inWords = new Intl.Collator('und', { numeric: true });

/** Where the values of an attribute stand among each other, by the number of a value: numbers first, then texts. */
function ranksOf(columns: Columns, name: string): Int32Array {
  const facet = columns.facetOf({ by: 'attribute', name });
  const own = columns.meanings.flatMap((meaning, at) => (meaning.facet === facet ? [{ ...meaning, at }] : []));
  const isNumber = (value: unknown): boolean => typeof value === 'number';
  own.sort((a, b) => {
    if (typeof a.value === 'number' && typeof b.value === 'number') return a.value - b.value;
    if (isNumber(a.value) !== isNumber(b.value)) return isNumber(a.value) ? -1 : 1;
    return inWords.compare(String(a.value), String(b.value));
  });
  const ranks = new Int32Array(columns.meanings.length).fill(NOTHING_SAID);
  own.forEach(({ at }, rank) => (ranks[at] = rank));
  return ranks;
}
