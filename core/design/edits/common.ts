/** What several edit types share: finding documents and sections, checking places, naming things in sentences. */
import * as yup from 'yup';
import { Problem } from '../../problem.js';
import { codeText, closed, plainText } from '../../fields/schema.js';
import { kindName, type KindSet, type SectionKind } from '../../sections/kind.js';
import type { DocumentKey, SectionId } from '../document.js';
import {
  isSectioned,
  samePlace,
  type Draft,
  type DraftDocument,
  type DraftSection,
  type Place,
  type SectionedDraft,
} from '../draft.js';
import { canonicalJson } from '../hash.js';
import { LIMITS } from '../limits.js';

export const documentKeySchema = plainText(200)
  .matches(/^[a-z-]+(\/[A-Za-z0-9_.-]+){0,2}$/, '${path} must name a document such as template/product-standard')
  .required();

/** A place at the door: an area, or a slot of a section; `before` a sibling, or last. */
export const placeSchema = closed({
  area: codeText().optional(),
  section: codeText().optional(),
  slot: codeText().optional(),
  before: codeText().nullable().optional(),
}).test('one', '${path} must have either “area”, or “section” and “slot”', (value) =>
  value.area !== undefined
    ? value.section === undefined && value.slot === undefined
    : value.section !== undefined && value.slot !== undefined,
);

export interface PlaceRequest {
  readonly area?: string;
  readonly section?: string;
  readonly slot?: string;
  readonly before?: string | null;
}

export const valuesSchema = yup
  .object()
  .strict()
  .meta({ json: { type: 'object', additionalProperties: true } });

export const isSame = (a: unknown, b: unknown): boolean =>
  a === b || (a !== undefined && b !== undefined && canonicalJson(a) === canonicalJson(b));

export function sectioned(draft: Draft, key: DocumentKey): SectionedDraft {
  const document = draft.get(key);
  if (!document) throw noDocument(key);
  if (!isSectioned(document)) {
    throw new Problem('no-such-place', `“${key}” does not hold sections.`, {
      place: 'document',
      remedy: 'Name a template or an arrangement.',
    });
  }
  return document;
}

export const noDocument = (key: DocumentKey): Problem =>
  new Problem('no-such-document', `This design has no “${key}”.`, {
    place: 'document',
    remedy: 'List the templates to see what there is.',
  });

export function sectionOf(document: SectionedDraft, id: SectionId): DraftSection {
  const section = Object.hasOwn(document.sections, id) ? document.sections[id] : undefined;
  if (!section) {
    throw new Problem('no-such-section', `There is no section “${id}” in ${nameOf(document)}.`, {
      place: 'section',
      remedy: 'It may have been removed meanwhile; look at the template again.',
    });
  }
  return section;
}

/** The place a request means, checked to exist. */
export function placeFrom(request: PlaceRequest, document: SectionedDraft, kinds: KindSet): Place {
  const place: Place =
    request.area !== undefined
      ? { area: request.area }
      : { section: request.section as string, slot: request.slot as string };
  checkPlace(place, document, kinds);
  const before = request.before ?? null;
  if (before !== null && !samePlace(sectionOf(document, before).place, place)) {
    throw new Problem('no-such-place', `Section “${before}” does not stand there, so nothing can go before it.`, {
      place: 'before',
      remedy: 'Name a section that stands in the same place, or leave it out to go last.',
    });
  }
  return place;
}

export function checkPlace(place: Place, document: SectionedDraft, kinds: KindSet): void {
  if ('area' in place) {
    if (document.areaNames.includes(place.area)) return;
    throw new Problem('no-such-place', `${nameOf(document)} has no area “${place.area}”.`, {
      place: 'area',
      remedy: `Its areas are: ${document.areaNames.join(', ')}.`,
    });
  }
  const parent = sectionOf(document, place.section);
  const slots = Object.keys(kinds.find(parent.kind)?.slots ?? {});
  if (slots.includes(place.slot)) return;
  throw new Problem('no-such-place', `A ${kindName(parent.kind)} has no slot “${place.slot}”.`, {
    place: 'slot',
    remedy: slots.length ? `Its slots are: ${slots.join(', ')}.` : 'It holds no sections.',
  });
}

/** How many sections deep a place lies; an area is 0. */
export function depthOf(place: Place, document: SectionedDraft): number {
  let depth = 0;
  for (let at = place; 'section' in at; at = sectionOf(document, at.section).place) depth++;
  return depth;
}

export function checkFits(kind: SectionKind, document: SectionedDraft): void {
  if (!kind.onlyOn) return;
  const fits =
    document.type === 'template'
      ? kind.onlyOn.pages.includes(document.pageKind)
      : kind.onlyOn.regions.includes(document.region);
  if (fits) return;
  throw new Problem('no-such-place', `A ${kind.name} does not fit into ${nameOf(document)}.`, {
    place: 'kind',
    remedy: `It is made for pages of these kinds: ${kind.onlyOn.pages.join(', ')}.`,
  });
}

export function checkSize(document: SectionedDraft): void {
  if (Object.keys(document.sections).length > LIMITS.sectionsPerDocument) {
    throw new Problem(
      'limit-reached',
      `${nameOf(document)} would have more than ${LIMITS.sectionsPerDocument} sections.`,
      {
        place: 'document',
        remedy: 'Remove some first, or split the page.',
      },
    );
  }
}

export function findKind(kinds: KindSet, ref: string): SectionKind {
  const kind = kinds.find(ref);
  if (kind) return kind;
  throw new Problem('no-such-section-kind', `There is no section kind “${ref}”.`, {
    place: 'kind',
    remedy: 'List the section kinds to see which there are.',
  });
}

export const nameOf = (document: DraftDocument): string => {
  switch (document.type) {
    case 'template':
      return `the template “${document.name}”`;
    case 'arrangement':
      return `the ${document.region} (${document.name})`;
    case 'theme':
      return 'the theme settings';
    case 'menu':
      return `the menu “${document.name}”`;
    case 'assignments':
      return `the assignments of ${document.pageKind} pages`;
  }
};

/** A section as people call it: the title of its kind, with its own words where it has some. */
export function sectionName(section: Pick<DraftSection, 'kind' | 'values'>, kinds: KindSet | null): string {
  const kind = kinds?.find(section.kind);
  const own = [section.values['title'], section.values['text']].find(
    (value) => typeof value === 'string' && value !== '',
  );
  const words = typeof own === 'string' ? own.replace(/<[^>]*>/g, ' ').trim() : '';
  const title = kind?.title ?? section.kind;
  return words ? `${title} “${words.length > 40 ? `${words.slice(0, 39)}…` : words}”` : title;
}

export const stale = (what: string, now: string): Problem =>
  new Problem('stale-edit', `${what} has been changed meanwhile; it is now ${now}.`, {
    place: 'was',
    remedy: 'Look at the newest state and make the change again.',
  });

export const shown = (value: unknown): string => {
  const text = value === undefined ? 'its default' : typeof value === 'string' ? `“${value}”` : canonicalJson(value);
  return text.length > 80 ? `${text.slice(0, 79)}…` : text;
};
