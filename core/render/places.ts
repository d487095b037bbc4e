/** Where additions can go on the pages of a template: regions, open places, and beside sections. */
import type { DesignState } from '../documents/state.js';
import { documentsIn } from '../documents/state.js';
import { sectionsIn, type SectionedDocument } from '../documents/document.js';
import type { KindSet } from '../kinds/kind.js';
import { fillingIn, type AssembledPage } from './assemble.js';

/** The places that sections offer: `open-place:NAME`, and `section:ID` for what goes before or after one. */
export function placesIn(document: SectionedDocument, kinds: KindSet): ReadonlySet<string> {
  let found = kept.get(document);
  if (!found) {
    const places = new Set<string>();
    for (const section of sectionsIn(document.areas)) {
      places.add(`section:${section.id}`);
      const [what, code = ''] = fillingIn(section, kinds) ?? [];
      if (what === 'open-place') places.add(`open-place:${code}`);
    }
    kept.set(document, (found = places));
  }
  return found;
}

// Documents never change.
const kept = new WeakMap<SectionedDocument, ReadonlySet<string>>();

/** What a place is called in `placesIn`; null for a region, which every page has. */
export function placeName(place: string): string | null {
  const [where = '', code = ''] = place.split(':');
  if (code === '') return null;
  return where === 'open-place' ? place : `section:${code}`;
}

/** Every document that all pages of a template show. */
export const documentsOn = ({ content, regions, openPlaces, beside, shared }: AssembledPage): SectionedDocument[] => [
  content,
  ...[...regions.values(), ...openPlaces.values(), ...beside.values()].flat().map(({ document }) => document),
  ...shared.values(),
];

/** Whether pages of a template have a place for an addition; a place inside another addition may be on any page. */
export function placeOnTemplate(place: string, parts: AssembledPage, state: DesignState, kinds: KindSet): boolean {
  const name = placeName(place);
  if (name === null || documentsOn(parts).some((document) => placesIn(document, kinds).has(name))) return true;
  return [...documentsIn(state, 'addition')].some(([, document]) => placesIn(document, kinds).has(name));
}
