/** Every section that all pages of a template show, with whether they always do. */
import {
  REGIONS,
  type DocumentKey,
  type PlaceAround,
  type Section,
  type SectionedDocument,
} from '../documents/document.js';
import { DEVICES } from '../fields/field.js';
import { withDefaults } from '../fields/value.js';
import { FRAME } from '../kinds/frame.js';
import type { KindSet } from '../kinds/kind.js';
import { fillingIn, type AssembledPage, type Part } from '../render/assemble.js';

/** A section on the pages of a template. */
export interface Shown {
  readonly section: Section;
  readonly document: DocumentKey;
  /** Where it stands: in the template itself, or in a region. */
  readonly place: PlaceAround | 'content';
  /** Whether it is shown on every device, at all times, with all that is around it. */
  readonly isAlways: boolean;
}

/** What shows what another document has may lie so deep, as on a page. */
const DEEPEST = 12;

export function shownOn(parts: AssembledPage, kinds: KindSet): Shown[] {
  const found: Shown[] = [];
  const { content, template } = parts;
  const side = template.layout.side ?? 'none';
  for (const [area, sections] of Object.entries(content.areas))
    if (area !== 'side' || side !== 'none')
      walk(
        sections,
        { document: parts.templateKey, place: 'content', isAlways: true, depth: 0 },
        { parts, kinds, found },
      );
  for (const place of [...REGIONS, 'side'] as const)
    walkParts(parts.regions.get(place) ?? [], { place, isAlways: true, depth: 0 }, { parts, kinds, found });
  return found;
}

interface Walk {
  readonly parts: AssembledPage;
  readonly kinds: KindSet;
  readonly found: Shown[];
}
interface At {
  readonly place: Shown['place'];
  readonly isAlways: boolean;
  readonly depth: number;
}

function walkParts(parts: readonly Part[], at: At, to: Walk): void {
  for (const { key, document } of parts) walkDocument(key, document, at, to);
}

function walkDocument(key: DocumentKey, document: SectionedDocument, at: At, to: Walk): void {
  // What is for some languages only is not on every page.
  const isSpoken = document.type !== 'addition' || !document.languages?.length;
  walk(document.areas['main'] ?? [], { ...at, document: key, isAlways: at.isAlways && isSpoken }, to);
}

function walk(sections: readonly Section[], at: At & { readonly document: DocumentKey }, to: Walk): void {
  const { parts, kinds, found } = to;
  if (at.depth > DEEPEST) return;
  for (const section of sections) {
    const beside = (side: 'before' | 'after'): void =>
      walkParts(parts.beside.get(`${side}:${section.id}`) ?? [], { ...at, depth: at.depth + 1 }, to);
    beside('before');
    const isAlways = at.isAlways && isAlwaysShown(section);
    found.push({ section, document: at.document, place: at.place, isAlways });
    const inside = { ...at, isAlways, depth: at.depth + 1 };
    for (const inner of Object.values(section.slots ?? {})) walk(inner, inside, to);
    const [what, code = ''] = fillingIn(section, kinds) ?? [];
    if (what === 'open-place') walkParts(parts.openPlaces.get(code) ?? [], inside, to);
    const shared = what === 'shared' ? parts.shared.get(code) : undefined;
    if (shared) walkDocument(`shared/${code}`, shared, inside, to);
    beside('after');
  }
}

function isAlwaysShown({ frame }: Section): boolean {
  const { hidden, from, until } = withDefaults(FRAME, frame);
  return from === '' && until === '' && DEVICES.every((device) => !hidden[device]);
}
