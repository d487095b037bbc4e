/** The first of many without putting all in order: quickselect (Hoare 1961), then a sort of what is left. */

/** Numbers by which things are compared: the key, then the id, so that no two are alike. */
interface Compared {
  readonly keys: Float64Array;
  readonly ids: Int32Array;
}

/**
 * A page of things in order, the least key first; of like keys the least id.
 * @returns the places of `size` things after the first `skip`, or as many as there are
 * @example smallest({ keys: Float64Array.of(3, 1, 2), ids: Int32Array.of(7, 8, 9) }, 1, 2) // [2, 0]
 */
export function smallest(compared: Compared, skip: number, size: number): number[] {
  const { keys, ids } = compared;
  // By hand: with a function to map them it takes ten times as long.
  const order = new Uint32Array(keys.length);
  for (let place = 0; place < order.length; place++) order[place] = place;
  const end = Math.min(skip + size, order.length);
  if (skip >= end) return [];
  // First what is on the page comes together, then its own first.
  select(order, compared, { from: 0, to: order.length, at: end });
  select(order, compared, { from: 0, to: end, at: skip });
  return [...order.subarray(skip, end)].sort((a, b) => at(keys, a) - at(keys, b) || at(ids, a) - at(ids, b));
}

/** Moves things about until all before `at` come before all from it on. */
function select(
  order: Uint32Array,
  { keys, ids }: Compared,
  piece: { readonly from: number; readonly to: number; readonly at: number },
): void {
  let [low, high] = [piece.from, piece.to - 1];
  if (piece.at <= low || piece.at > high) return;
  while (low < high) {
    const pivot = at(order, (low + high) >>> 1);
    const [key, id] = [at(keys, pivot), at(ids, pivot)];
    let [i, j] = [low, high];
    while (i <= j) {
      while (compare(keys, ids, at(order, i), key, id) < 0) i++;
      while (compare(keys, ids, at(order, j), key, id) > 0) j--;
      if (i > j) break;
      const one = at(order, i);
      order[i++] = at(order, j);
      order[j--] = one;
    }
    if (piece.at <= j) high = j;
    else if (piece.at >= i) low = i;
    else return;
  }
}

/** Below zero if a thing comes before a key with an id, above if after. */
function compare(keys: Float64Array, ids: Int32Array, one: number, key: number, id: number): number {
  const own = at(keys, one);
  return own < key ? -1 : own > key ? 1 : at(ids, one) - id;
}

/** What is surely there. */
const at = (column: Uint32Array | Int32Array | Float64Array, place: number): number => column[place] as number;
