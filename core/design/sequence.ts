/** The order of siblings: which have moved between two states, and order keys for those that must find a place. */
import { generateKeyBetween } from 'fractional-indexing';
import type { NodeId } from '../documents/document.js';
import { inOrder, type DraftDocument, type DraftNode, type Place } from './draft.js';
import { sure } from '../sure.js';

/** A place as one text, to look nodes up by. */
export const placeKey = ({ in: parent, at }: Place): string => `${parent ?? ''} ${at}`;

/** Every place of a document with the nodes standing there, in order. */
export function sequencesOf(document: DraftDocument | null | undefined): Map<string, DraftNode[]> {
  const places = new Map<string, DraftNode[]>();
  for (const node of Object.values(document?.nodes ?? {})) {
    const key = placeKey(node.place);
    const siblings = places.get(key);
    if (siblings) siblings.push(node);
    else places.set(key, [node]);
  }
  for (const siblings of places.values()) siblings.sort(inOrder);
  return places;
}

/** The fewest nodes whose moving, or coming, explains the order `after`: those outside the longest common run. */
export function outOfRun(before: readonly NodeId[], after: readonly NodeId[]): Set<NodeId> {
  const rank = new Map(before.map((id, i) => [id, i]));
  const known = after.filter((id) => rank.has(id));
  const kept = longestRising(known.map((id) => sure(rank.get(id))));
  const out = new Set(after.filter((id) => !rank.has(id)));
  known.forEach((id, i) => kept.has(i) || out.add(id));
  return out;
}

/** Indexes of a longest rising subsequence (patience sorting; Fredman 1975). */
function longestRising(numbers: readonly number[]): Set<number> {
  const tops: number[] = [];
  const previous: number[] = [];
  numbers.forEach((value, i) => {
    let low = 0;
    let high = tops.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (sure(numbers[sure(tops[middle])]) < value) low = middle + 1;
      else high = middle;
    }
    previous[i] = low > 0 ? sure(tops[low - 1]) : -1;
    tops[low] = i;
  });
  const kept = new Set<number>();
  for (let i = tops.at(-1) ?? -1; i >= 0; i = sure(previous[i])) kept.add(i);
  return kept;
}

/**
 * Order keys for a sequence in which some nodes keep theirs.
 * @param kept the keys that stay; they rise in the order of the sequence
 */
export function orderKeys(sequence: readonly NodeId[], kept: ReadonlyMap<NodeId, string>): Map<NodeId, string> {
  const keys = new Map<NodeId, string>();
  const nextKept: (string | null)[] = [];
  let next: string | null = null;
  for (let i = sequence.length - 1; i >= 0; i--) {
    nextKept[i] = next;
    next = kept.get(sure(sequence[i])) ?? next;
  }
  let last: string | null = null;
  sequence.forEach((id, i) => {
    const high = nextKept[i] ?? null;
    const own = kept.get(id);
    // Siblings that were given the same key by two people at once are told apart anew here.
    last =
      own !== undefined && (last === null || own > last)
        ? own
        : generateKeyBetween(last, high !== null && (last === null || high > last) ? high : null);
    keys.set(id, last);
  });
  return keys;
}
