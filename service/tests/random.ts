/** Chance that can be repeated: a failure is made again from its seed. */

export interface Chance {
  /** From 0 to 1, without 1. */
  next(): number;
  /** True in a share of cases. */
  is(share: number): boolean;
  pick<T>(list: readonly T[]): T;
  /** A whole number from 0, below `end`. */
  below(end: number): number;
}

/** Mulberry32: small and seeded. */
export function chanceFrom(seed: number): Chance {
  let state = seed;
  const next = (): number => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return {
    next,
    is: (share) => next() < share,
    pick: (list) => list[Math.floor(next() * list.length)] as never,
    below: (end) => Math.floor(next() * end),
  };
}
