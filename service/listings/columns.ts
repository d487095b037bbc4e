/**
 * What listings of a store look at, of all products that shoppers see: in columns, a number each, so that two hundred
 * thousand of them are gone through in a few milliseconds. A product has a place in all columns, its slot.
 */
import { sure } from '@parlour/core';
import type { Facet } from '@parlour/core/kinds';
import type { ListedProduct } from '../records/listed.js';

/** Which products a list has, by slot, and where they stand if they were put in order by hand. */
export interface List {
  readonly slots: Uint32Array;
  /** As long as `slots`; null if all have the place 0. */
  readonly places: Int32Array | null;
}

/** A value that products have: of a facet, or of being in a list. */
interface Value {
  /** The place of its facet in `facets`; -1 for a list. */
  readonly facet: number;
  readonly value: string | number | boolean;
}

export const LISTS = {
  everything: 'everything',
  reduced: 'reduced',
  collection: (code: string): string => `collection ${code}`,
  brand: (code: string): string => `brand ${code}`,
} as const;

/** Numbers that grow by doubling. */
const grown = <A extends Float64Array | Int32Array | Uint32Array | Uint8Array>(
  column: A,
  length: number,
  make: new (length: number) => A,
): A => {
  if (length <= column.length) return column;
  const larger = new make(Math.max(length, 2 * column.length));
  larger.set(column);
  return larger;
};

/** What stands for nothing in a column of whole numbers. */
export const NOTHING_SAID = -1;
const NO_SLOTS = new Uint32Array();
const NO_LISTS: ReadonlySet<number> = new Set();
const NO_LIST: List = { slots: NO_SLOTS, places: null };
/** Ids of products are looked up in pages of so many, as those of one store lie close together. */
const PAGE = 4096;
/** In all columns together. */
const BYTES_OF_A_SLOT = 41;
/** So many numbers may lie idle in `values` before it is packed anew. */
const MOST_IDLE = 1 << 20;

export class Columns {
  ids: Int32Array = new Int32Array(1024);
  created: Float64Array = new Float64Array(1024);
  price: Float64Array = new Float64Array(1024);
  saving: Int32Array = new Int32Array(1024);
  rating: Int32Array = new Int32Array(1024);
  sold: Int32Array = new Int32Array(1024);
  available: Uint8Array = new Uint8Array(1024);
  /**
   * Of each slot, from `start` on: how many values it has; how many options its variants have, and how many variants it
   * has, if they have several options; the values; then those of each variant, an option each.
   */
  values: Uint32Array = new Uint32Array(8192);
  start: Uint32Array = new Uint32Array(1024);
  readonly facets: Facet[] = [];
  /** What the numbers in `values` stand for. */
  readonly meanings: Value[] = [];
  /** Another number as soon as titles are other ones, or products come or go. */
  titlesVersion = 0;

  #titles: Int32Array = new Int32Array(1024);
  /** Slots that were ever given out; one that is free again stays so until the store is loaded anew. */
  #slots = 0;
  #alive = 0;
  #used = 0;
  #idle = 0;
  readonly #slotOf = new Map<number, Int32Array>();
  readonly #facetAt = new Map<string, number>();
  readonly #valueAt = new Map<string, number>();
  readonly #lists = new Map<number, List>();

  /** Bytes in memory, roughly. */
  get bytes(): number {
    let bytes = this.values.byteLength + 120 * this.meanings.length;
    bytes += this.ids.length * BYTES_OF_A_SLOT;
    for (const { slots, places } of this.#lists.values()) bytes += slots.byteLength + (places?.byteLength ?? 0);
    return bytes + this.#slotOf.size * PAGE * 4;
  }
  /** How many products there are. */
  get size(): number {
    return this.#alive;
  }
  /** True if so many products went that it is worth loading those that are left anew. */
  get isSparse(): boolean {
    return this.#slots > 10_000 && this.#alive * 2 < this.#slots;
  }

  /** The products of a list; none if nobody has heard of it. */
  list(key: string): List {
    const at = this.#valueAt.get(listKey(key));
    return (at === undefined ? undefined : this.#lists.get(at)) ?? NO_LIST;
  }
  /** The slot of a product; undefined if shoppers do not see it. */
  slotOf(id: number): number | undefined {
    const slot = this.#slotOf.get(Math.floor(id / PAGE))?.[id % PAGE] ?? 0;
    return slot === 0 ? undefined : slot - 1;
  }
  /** The number of a value; undefined if no product ever had it. */
  valueOf({ by, name }: Facet, value: string | number | boolean): number | undefined {
    const facet = this.facetOf({ by, name });
    return facet === undefined ? undefined : this.#valueAt.get(valueKey(facet, value));
  }
  /** The place of a facet in `facets`. */
  facetOf({ by, name }: Facet): number | undefined {
    return this.#facetAt.get(`${by} ${name}`);
  }

  /** Takes in products as they are now, and forgets others. */
  change(products: readonly ListedProduct[], gone: readonly number[]): void {
    const moves = new Map<number, ListMoves>();
    const moveOf = (list: number): ListMoves => {
      let found = moves.get(list);
      if (!found) moves.set(list, (found = { came: new Map(), left: new Set() }));
      return found;
    };
    for (const id of gone) {
      const slot = this.slotOf(id);
      if (slot === undefined) continue;
      for (const list of this.#listsOf(slot)) moveOf(list).left.add(slot);
      sure(this.#slotOf.get(Math.floor(id / PAGE)))[id % PAGE] = 0;
      this.#idle += this.#lengthAt(slot);
      this.ids[slot] = 0;
      this.#alive--;
      this.titlesVersion++;
    }
    for (const product of products) {
      const known = this.slotOf(product.id);
      const slot = known ?? this.#newSlot(product.id);
      this.created[slot] = product.created;
      this.price[slot] = product.price;
      this.saving[slot] = product.saving ?? NOTHING_SAID;
      this.rating[slot] = product.rating ?? NOTHING_SAID;
      this.sold[slot] = product.sold;
      this.available[slot] = product.available ? 1 : 0;
      if (known === undefined || this.#titles[slot] !== product.titles) this.titlesVersion++;
      this.#titles[slot] = product.titles;
      const lists = this.#listsIn(product);
      const was: ReadonlySet<number> = known === undefined ? NO_LISTS : new Set(this.#listsOf(slot));
      for (const list of was) if (!lists.has(list)) moveOf(list).left.add(slot);
      for (const [list, place] of lists)
        if (!was.has(list) || placeIn(sure(this.#lists.get(list)), slot) !== place) moveOf(list).came.set(slot, place);
      this.#put(slot, this.#segmentOf(product, lists), known !== undefined);
    }
    for (const [list, { came, left }] of moves)
      this.#lists.set(list, moved(this.#lists.get(list) ?? NO_LIST, came, left));
    if (this.#idle > MOST_IDLE && this.#idle * 2 > this.#used) this.#pack();
  }

  #newSlot(id: number): number {
    const slot = this.#slots++;
    this.#alive++;
    this.ids = grown(this.ids, this.#slots, Int32Array);
    this.created = grown(this.created, this.#slots, Float64Array);
    this.price = grown(this.price, this.#slots, Float64Array);
    this.saving = grown(this.saving, this.#slots, Int32Array);
    this.rating = grown(this.rating, this.#slots, Int32Array);
    this.sold = grown(this.sold, this.#slots, Int32Array);
    this.available = grown(this.available, this.#slots, Uint8Array);
    this.start = grown(this.start, this.#slots, Uint32Array);
    this.#titles = grown(this.#titles, this.#slots, Int32Array);
    this.ids[slot] = id;
    const page = Math.floor(id / PAGE);
    let slots = this.#slotOf.get(page);
    if (!slots) this.#slotOf.set(page, (slots = new Int32Array(PAGE)));
    slots[id % PAGE] = slot + 1;
    return slot;
  }

  /** The lists that a product is in, by their numbers, with its place there. */
  #listsIn({ collections, brand, reduced }: ListedProduct): Map<number, number> {
    const lists = new Map<number, number>([[this.#listAt(LISTS.everything), 0]]);
    if (reduced) lists.set(this.#listAt(LISTS.reduced), 0);
    if (brand !== null) lists.set(this.#listAt(LISTS.brand(brand)), 0);
    for (const [code, place] of collections) lists.set(this.#listAt(LISTS.collection(code)), place);
    return lists;
  }
  #listAt(key: string): number {
    return this.#numberOf(listKey(key), { facet: -1, value: key });
  }
  #numberOf(key: string, meaning: Value): number {
    let at = this.#valueAt.get(key);
    if (at === undefined) {
      this.#valueAt.set(key, (at = this.meanings.length));
      this.meanings.push(meaning);
    }
    return at;
  }
  #facetAtOrNew(facet: Facet): number {
    const key = `${facet.by} ${facet.name}`;
    let at = this.#facetAt.get(key);
    if (at === undefined) {
      this.#facetAt.set(key, (at = this.facets.length));
      this.facets.push(facet);
    }
    return at;
  }
  #value(by: Facet['by'], name: string, value: string | number | boolean): number {
    const facet = this.#facetAtOrNew({ by, name });
    return this.#numberOf(valueKey(facet, value), { facet, value });
  }

  #segmentOf({ brand, category, attributes, variants }: ListedProduct, lists: ReadonlyMap<number, number>): number[] {
    const values = new Set(lists.keys());
    if (brand !== null) values.add(this.#value('brand', '', brand));
    if (category !== '') values.add(this.#value('category', '', category));
    for (const [name, value] of Object.entries(attributes)) values.add(this.#value('attribute', name, value));
    const chosen = variants.map((options) =>
      Object.entries(options).map(([name, value]) => this.#value('option', name, value)),
    );
    for (const some of chosen) for (const value of some) values.add(value);
    const width = Math.max(0, ...chosen.map(({ length }) => length));
    // With one option, or one variant, the values say it all.
    const told = width > 1 && chosen.length > 1 ? chosen : [];
    return [
      values.size,
      told.length === 0 ? 0 : width,
      told.length,
      ...values,
      ...told.flatMap((some) => Array.from({ length: width }, (_, i) => some[i] ?? sure(some[0]))),
    ];
  }

  /** How many numbers there are of a slot. */
  #lengthAt(slot: number): number {
    const at = sure(this.start[slot]);
    return 3 + sure(this.values[at]) + sure(this.values[at + 1]) * sure(this.values[at + 2]);
  }
  *#listsOf(slot: number): Generator<number> {
    const at = sure(this.start[slot]);
    const end = at + 3 + sure(this.values[at]);
    for (let i = at + 3; i < end; i++) {
      const value = sure(this.values[i]);
      if (sure(this.meanings[value]).facet < 0) yield value;
    }
  }
  #put(slot: number, segment: readonly number[], isKnown: boolean): void {
    const before = isKnown ? this.#lengthAt(slot) : 0;
    if (before !== segment.length) {
      this.#idle += before;
      this.start[slot] = this.#used;
      this.#used += segment.length;
      this.values = grown(this.values, this.#used, Uint32Array);
    }
    this.values.set(segment, sure(this.start[slot]));
  }
  #pack(): void {
    const packed = new Uint32Array(this.#used - this.#idle);
    let used = 0;
    for (let slot = 0; slot < this.#slots; slot++) {
      if (this.ids[slot] === 0) continue;
      const at = sure(this.start[slot]);
      const length = this.#lengthAt(slot);
      packed.set(this.values.subarray(at, at + length), used);
      this.start[slot] = used;
      used += length;
    }
    this.values = packed;
    this.#used = used;
    this.#idle = 0;
  }
}

const listKey = (key: string): string => `list ${key}`;
const valueKey = (facet: number, value: string | number | boolean): string => `${facet} ${typeof value} ${value}`;

/** Where a product that is in a list stands there. */
function placeIn({ slots, places }: List, slot: number): number {
  if (!places) return 0;
  let [from, to] = [0, slots.length];
  while (from < to) {
    const middle = (from + to) >> 1;
    if (sure(slots[middle]) < slot) from = middle + 1;
    else to = middle;
  }
  return sure(places[from]);
}

/** What came into a list, with its place, and what left it, by slot. */
interface ListMoves {
  readonly came: Map<number, number>;
  readonly left: Set<number>;
}

/** A list with what came, without what left. */
function moved({ slots, places }: List, came: ReadonlyMap<number, number>, left: ReadonlySet<number>): List {
  const coming = [...came].sort(([a], [b]) => a - b);
  const length = slots.length + coming.length;
  const nextSlots = new Uint32Array(length);
  const hasPlaces = places !== null || coming.some(([, place]) => place !== 0);
  const nextPlaces = hasPlaces ? new Int32Array(length) : null;
  let at = 0;
  let from = 0;
  const take = (slot: number, place: number): void => {
    nextSlots[at] = slot;
    if (nextPlaces) nextPlaces[at] = place;
    at++;
  };
  /** Takes over those before a slot, and passes it. */
  const takeOver = (until: number): void => {
    for (; from < slots.length && sure(slots[from]) < until; from++) {
      const slot = sure(slots[from]);
      if (!left.has(slot)) take(slot, places?.[from] ?? 0);
    }
    if (slots[from] === until) from++;
  };
  for (const [slot, place] of coming) {
    takeOver(slot);
    take(slot, place);
  }
  takeOver(Infinity);
  return { slots: nextSlots.slice(0, at), places: nextPlaces?.slice(0, at) ?? null };
}
