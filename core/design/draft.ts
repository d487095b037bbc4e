/**
 * The form of documents while they are worked on. In a draft every section lies flat in one map and knows its place
 * and an order key among its siblings, so that an edit touches one section and two editors rarely meet. Published
 * documents hold plain arrays; `openDocument` and `closeDocument` go between the two.
 */
import { generateKeyBetween, generateNKeysBetween } from 'fractional-indexing';
import type {
  ArrangementDocument,
  AssignmentsDocument,
  Document,
  DocumentKey,
  MenuDocument,
  Section,
  SectionId,
  TemplateDocument,
  ThemeDocument,
  Values,
} from './document.js';

/** Where a section stands: in an area of its document, or in a slot of another section. */
export type Place = { readonly area: string } | { readonly section: SectionId; readonly slot: string };

export interface DraftSection {
  readonly id: SectionId;
  readonly kind: string;
  readonly casing: Values;
  readonly values: Values;
  readonly place: Place;
  /** Sorts siblings as text; ties are broken by id. */
  readonly order: string;
}

type Flat<D> = Omit<D, 'areas'> & {
  /** The names of the areas the document has, in page order. */
  readonly areaNames: readonly string[];
  readonly sections: Readonly<Record<SectionId, DraftSection>>;
};
export type DraftTemplate = Flat<TemplateDocument>;
export type DraftArrangement = Flat<ArrangementDocument>;
export type SectionedDraft = DraftTemplate | DraftArrangement;
export type DraftDocument = SectionedDraft | ThemeDocument | MenuDocument | AssignmentsDocument;

/** All documents of a draft. Reading only: edits answer with the one document they change. */
export interface Draft {
  get(key: DocumentKey): DraftDocument | undefined;
  keys(): Iterable<DocumentKey>;
}

/** A draft read as it would be published. */
export const closedState = (draft: Draft): { get(key: DocumentKey): Document | undefined } => ({
  get(key) {
    const document = draft.get(key);
    return document && closeDocument(document);
  },
});

export const isSectioned = (document: DraftDocument | undefined): document is SectionedDraft =>
  document !== undefined && 'sections' in document;

export const samePlace = (a: Place, b: Place): boolean =>
  'area' in a ? 'area' in b && a.area === b.area : 'section' in b && a.section === b.section && a.slot === b.slot;

/** Sections standing in `place`, in page order. */
export const siblingsIn = (document: SectionedDraft, place: Place): DraftSection[] =>
  Object.values(document.sections)
    .filter((section) => samePlace(section.place, place))
    .sort(inPageOrder);

const inPageOrder = (a: DraftSection, b: DraftSection): number =>
  a.order < b.order ? -1 : a.order > b.order ? 1 : a.id < b.id ? -1 : 1;

/** A section and everything inside it, outer first. */
export function subtree(document: SectionedDraft, id: SectionId): DraftSection[] {
  const root = document.sections[id];
  if (!root) return [];
  const all = [root];
  for (let i = 0; i < all.length; i++) {
    const parent = all[i] as DraftSection;
    for (const section of Object.values(document.sections)) {
      if ('section' in section.place && section.place.section === parent.id) all.push(section);
    }
  }
  return [root, ...all.slice(1).sort((a, b) => (a.id < b.id ? -1 : 1))];
}

/**
 * An order key for a new sibling in `place`.
 * @param before the sibling it goes in front of; null puts it last
 * @param moving a sibling that is about to leave its place and so does not count
 */
export function orderFor(document: SectionedDraft, place: Place, before: SectionId | null, moving?: SectionId): string {
  const siblings = siblingsIn(document, place).filter((section) => section.id !== moving);
  const at = before === null ? siblings.length : siblings.findIndex((section) => section.id === before);
  const low = siblings[at - 1]?.order ?? null;
  const high = siblings.slice(at).find((section) => low === null || section.order > low)?.order ?? null;
  return generateKeyBetween(low, high);
}

/** Lays a tree of sections flat, giving order keys to all below the root. */
export function flatten(section: Section, place: Place, order: string): DraftSection[] {
  const { slots, ...own } = section;
  const flat: DraftSection[] = [{ ...own, place, order }];
  for (const [slot, inner] of Object.entries(slots ?? {})) {
    const orders = generateNKeysBetween(null, null, inner.length);
    inner.forEach((child, i) => flat.push(...flatten(child, { section: section.id, slot }, orders[i] as string)));
  }
  return flat;
}

/** A published document as a draft. The same document always opens the same way. */
export function openDocument(document: Document): DraftDocument {
  if (!('areas' in document)) return document;
  const { areas, ...head } = document;
  const sections: Record<SectionId, DraftSection> = {};
  for (const [area, list] of Object.entries(areas)) {
    const orders = generateNKeysBetween(null, null, list.length);
    list.forEach((section, i) => {
      for (const flat of flatten(section, { area }, orders[i] as string)) sections[flat.id] = flat;
    });
  }
  return { ...head, areaNames: Object.keys(areas), sections } as DraftDocument;
}

/** A draft document as it is published: plain arrays in page order, no order keys. */
export function closeDocument(document: DraftDocument): Document {
  if (!isSectioned(document)) return document;
  let found = closed.get(document);
  if (!found) closed.set(document, (found = nest(document)));
  return found;
}

// Draft documents are never changed in place, so each is closed once.
const closed = new WeakMap<SectionedDraft, Document>();

function nest(document: SectionedDraft): Document {
  const { areaNames, sections, ...head } = document;
  const children = new Map<string, DraftSection[]>();
  const slotsOf = new Map<SectionId, Set<string>>();
  for (const section of Object.values(sections)) {
    const at = placeKey(section.place);
    const siblings = children.get(at);
    if (siblings) siblings.push(section);
    else children.set(at, [section]);
    if ('section' in section.place)
      slotsOf.set(section.place.section, (slotsOf.get(section.place.section) ?? new Set()).add(section.place.slot));
  }
  const inside = (place: Place): Section[] => (children.get(placeKey(place)) ?? []).sort(inPageOrder).map(nested);
  const nested = ({ id, kind, casing, values }: DraftSection): Section => {
    const slots = [...(slotsOf.get(id) ?? [])].sort();
    return {
      id,
      kind,
      casing,
      values,
      ...(slots.length
        ? { slots: Object.fromEntries(slots.map((slot) => [slot, inside({ section: id, slot })])) }
        : {}),
    };
  };
  return { ...head, areas: Object.fromEntries(areaNames.map((area) => [area, inside({ area })])) } as Document;
}

const placeKey = (place: Place): string =>
  'area' in place ? `area ${place.area}` : `slot ${place.section} ${place.slot}`;
