/** Where sections stand on the open page, and where a step up or down leads them. */
import type { PlaceRequest } from '@parlour/core/design';
import { hasSections, sectionsIn, type DesignState } from '@parlour/core/documents';
import type { Plan } from '@parlour/core/plan';

export interface Selection {
  readonly document: string;
  readonly section: string;
}

/** Where a section may be put: an area or a slot, before a sibling or last. */
export type Target = PlaceRequest;

/** The page that sections stand on: its documents, and how it is drawn. */
export interface Ground {
  readonly documents: DesignState;
  readonly plan: Plan | null;
}

/** The siblings of a section in order, itself among them, and the place they stand in. */
export interface Family {
  readonly place: Target;
  readonly ids: readonly string[];
}

/** @returns null for a section that is not there */
export function familyOf(
  { documents }: Pick<Ground, 'documents'>,
  { document: key, section }: Selection,
): Family | null {
  const document = documents.get(key);
  if (!document || !hasSections(document)) return null;
  for (const [area, list] of Object.entries(document.areas))
    if (list.some(({ id }) => id === section)) return { place: { at: area }, ids: list.map(({ id }) => id) };
  for (const parent of sectionsIn(document.areas))
    for (const [slot, list] of Object.entries(parent.slots ?? {}))
      if (list.some(({ id }) => id === section))
        return { place: { in: parent.id, at: slot }, ids: list.map(({ id }) => id) };
  return null;
}

/**
 * Where a section goes by one step: past its neighbour, then into the next area or slot, then out of what it is in;
 * null where it is the first or the last of all.
 */
export function stepOf(ground: Ground, selection: Selection, by: -1 | 1): Target | null {
  const found = familyOf(ground, selection);
  if (!found) return null;
  const { place, ids } = found;
  const at = ids.indexOf(selection.section);
  if (at + by >= 0 && at + by < ids.length) return { ...place, before: ids[by < 0 ? at - 1 : at + 2] ?? null };
  const rooms = roomsBeside(ground, place, selection.document);
  const next = rooms[rooms.indexOf(place.at ?? 'main') + by];
  if (next !== undefined) {
    const beyond = { ...place, at: next };
    return { ...beyond, before: by < 0 ? null : (idsIn(ground, selection.document, beyond)[0] ?? null) };
  }
  if (place.in === undefined) return null;
  const outer = familyOf(ground, { document: selection.document, section: place.in });
  if (!outer) return null;
  const holder = outer.ids.indexOf(place.in);
  return { ...outer.place, before: outer.ids[by < 0 ? holder : holder + 1] ?? null };
}

/** The rooms of a document that a place is one of, in the order they are drawn: its areas, or the slots of a section. */
function roomsBeside({ plan }: Ground, { in: holder }: Target, document: string): readonly string[] {
  const rooms =
    holder === undefined
      ? plan?.areas.filter((area) => area.document === document)
      : plan?.boxes.find(({ section }) => section === holder)?.slots;
  return rooms?.map(({ name }) => name) ?? [];
}

function idsIn({ documents }: Ground, key: string, { in: holder, at = 'main' }: Target): string[] {
  const document = documents.get(key);
  if (!document || !hasSections(document)) return [];
  const list =
    holder === undefined
      ? document.areas[at]
      : [...sectionsIn(document.areas)].find(({ id }) => id === holder)?.slots?.[at];
  return (list ?? []).map(({ id }) => id);
}
