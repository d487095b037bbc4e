/** The entries of a list as rows, those inside others below them; and where each can go. */
import type { PlaceRequest } from '@parlour/core/design';
import type { Entry } from '@parlour/core/documents';

/** How deep entries may be inside each other, the outermost counted. */
export const DEEPEST = 3;

export interface Row {
  readonly entry: Entry;
  /** 0 for the outermost. */
  readonly depth: number;
  readonly parent: Row | null;
  readonly siblings: readonly Entry[];
  readonly at: number;
  /** How many levels there are in it, itself counted. */
  readonly levels: number;
}

/** @param list the name of the list, which those inside entries have too */
export function rowsOf(entries: readonly Entry[], list: string, parent: Row | null = null): Row[] {
  return entries.flatMap((entry, at) => {
    const row: Row = {
      entry,
      depth: parent ? parent.depth + 1 : 0,
      parent,
      siblings: entries,
      at,
      levels: levelsOf(entry, list),
    };
    return [row, ...rowsOf(entry.lists?.[list] ?? [], list, row)];
  });
}

const levelsOf = (entry: Entry, list: string): number =>
  1 + Math.max(0, ...(entry.lists?.[list] ?? []).map((inner) => levelsOf(inner, list)));

/** A list by its name, and the section that has it; null for one of the document itself. */
export interface ListPlace {
  readonly owner: string | null;
  readonly list: string;
}

const placeIn = ({ owner, list }: ListPlace, parent: Row | null, before: string | null): PlaceRequest => {
  const holder = parent?.entry.id ?? owner;
  return { ...(holder === null ? {} : { in: holder }), at: list, before };
};

export type Way = 'up' | 'down' | 'in' | 'out';

/** Where a row goes one step that way; null if it cannot. @param nests whether entries may hold entries */
export function stepOf(row: Row, way: Way, place: ListPlace, nests: boolean): PlaceRequest | null {
  const { siblings, at, parent } = row;
  const before = siblings[at - 1];
  switch (way) {
    case 'up':
      return before ? placeIn(place, parent, before.id) : null;
    case 'down':
      return at < siblings.length - 1 ? placeIn(place, parent, siblings[at + 2]?.id ?? null) : null;
    case 'in':
      return nests && before && row.depth + row.levels < DEEPEST
        ? { in: before.id, at: place.list, before: null }
        : null;
    case 'out':
      return parent ? placeIn(place, parent.parent, parent.siblings[parent.at + 1]?.id ?? null) : null;
  }
}

export type Drop = 'before' | 'after' | 'inside';

/** Where a row goes that is dropped at another; null if it cannot, as into itself. */
export function dropOf(row: Row, onto: Row, drop: Drop, place: ListPlace, nests: boolean): PlaceRequest | null {
  for (let above: Row | null = onto; above; above = above.parent) if (above.entry.id === row.entry.id) return null;
  const depth = drop === 'inside' ? onto.depth + 1 : onto.depth;
  if (depth + row.levels > DEEPEST || (drop === 'inside' && !nests)) return null;
  if (drop === 'inside') return { in: onto.entry.id, at: place.list, before: null };
  const next = drop === 'before' ? onto.entry : onto.siblings[onto.at + 1];
  return placeIn(
    place,
    onto.parent,
    next?.id === row.entry.id ? (onto.siblings[onto.at + 2]?.id ?? null) : (next?.id ?? null),
  );
}
