/** Where additions can go on the pages of a template: regions, open places, and beside sections. */
import type { DesignState } from '../documents/state.js';
import { documentsIn } from '../documents/state.js';
import { codeOf, sectionsIn, type SectionedDocument } from '../documents/document.js';
import type { KindSet } from '../kinds/kind.js';
import { fillingIn, gathered, templateAlone, type AssembledPage } from './assemble.js';

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

/**
 * Tells which templates have one of some places of additions; null if every page may have it: regions, and places inside
 * additions. What it needs to know is found out once.
 */
export function templatesHaving(
  states: readonly DesignState[],
  kinds: KindSet,
): (places: Iterable<string>) => string[] | null {
  const known = placesOf(states, kinds);
  return (places) => templatesWith(places, known);
}

/** Where the places of a design are that additions go into, found out once for all of them. */
interface Places {
  /** Those inside additions, which may be on every page. */
  readonly inAdditions: ReadonlySet<string>;
  /** The templates that have a place, by its name. */
  readonly templates: ReadonlyMap<string, readonly string[]>;
}

function placesOf(states: readonly DesignState[], kinds: KindSet): Places {
  const inAdditions = new Set<string>();
  const templates = new Map<string, string[]>();
  for (const state of states) {
    for (const [key, document] of documentsIn(state, 'addition'))
      for (const one of [document, ...gathered([{ key, document }], state, kinds).shared.values()])
        for (const place of placesIn(one, kinds)) inAdditions.add(place);
    for (const [key] of documentsIn(state, 'template')) {
      const code = codeOf(key);
      const parts = templateAlone(code, state, kinds);
      const places = new Set(parts ? documentsOn(parts).flatMap((one) => [...placesIn(one, kinds)]) : []);
      for (const place of places) {
        const having = templates.get(place);
        if (having) having.push(code);
        else templates.set(place, [code]);
      }
    }
  }
  return { inAdditions, templates };
}

/** The templates that have one of some places; null if every page may have it: regions, and places inside additions. */
function templatesWith(places: Iterable<string>, { inAdditions, templates }: Places): string[] | null {
  const found = new Set<string>();
  for (const place of places) {
    const name = placeName(place);
    if (name === null || inAdditions.has(name)) return null;
    for (const code of templates.get(name) ?? []) found.add(code);
  }
  return [...found];
}
