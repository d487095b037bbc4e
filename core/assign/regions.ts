/** Which arrangements stand around a page. */
import {
  keys,
  PLACES_AROUND,
  type DocumentKey,
  type PlaceAround,
  type TemplateDocument,
} from '../documents/document.js';
import type { DesignState } from '../documents/state.js';

/** Which arrangement of a region the page has. */
export interface WhyRegion {
  readonly region: PlaceAround;
  /** Null where the template leaves the region out. */
  readonly document: DocumentKey | null;
  readonly name: string;
  readonly reason: 'standard' | 'template';
}

/** The arrangement of each region that a page of a template has. */
export function regionsOf(template: TemplateDocument | undefined, state: DesignState): WhyRegion[] {
  return PLACES_AROUND.flatMap((region): WhyRegion[] => {
    const chosen = template?.around?.[region];
    // Nothing in a side area is shared by accident: it has an arrangement only where the template chooses one.
    if (region === 'side' && (chosen === undefined || (template?.layout.side ?? 'none') === 'none')) return [];
    if (chosen === 'none') return [{ region, document: null, name: 'none', reason: 'template' }];
    const document = keys.arrangement(region, chosen);
    const found = state.get(document);
    return found ? [{ region, document, name: found.name, reason: chosen ? 'template' : 'standard' }] : [];
  });
}
