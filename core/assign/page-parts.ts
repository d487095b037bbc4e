/** What a store page is made of: which documents, and the sections in them. */
import {
  hasSections,
  keys,
  sectionsIn,
  type AdditionDocument,
  type DocumentKey,
  type PlaceAround,
  type SectionedDocument,
} from '../documents/document.js';
import { kindName, SHARED_SECTION } from '../kinds/kind.js';
import { Problem } from '../problem.js';
import type { PlanParts } from '../plan/plan.js';
import type { DesignState } from '../documents/state.js';
import { regionsOf } from './regions.js';
import type { Why } from './why.js';

export interface PageParts {
  /** Null if no template is assigned to the page. */
  readonly template: DocumentKey | null;
  /** Null where a region is left out. */
  readonly regions: readonly { readonly region: PlaceAround; readonly document: DocumentKey | null }[];
  /** In the order they come in. */
  readonly additions: readonly DocumentKey[];
}

/**
 * What a page is made of.
 * @param told of the page; null for what every page of a template has
 * @param template the code of another template than it has
 * @throws Problem `no-such-template`
 */
export function partsOf(told: Why | null, state: DesignState, template?: string): PageParts {
  const additions = told?.additions.map(({ document }) => document) ?? [];
  if (template === undefined)
    return {
      template: told?.template ? keys.template(told.template.template) : null,
      regions: told?.regions ?? [],
      additions,
    };
  const key = keys.template(template);
  const document = state.get(key);
  if (!document)
    throw new Problem('no-such-template', `This design has no template “${template}”.`, {
      place: 'template',
      remedy: 'List the templates to see what there is.',
    });
  return { template: key, regions: regionsOf(document, state), additions };
}

/** The documents whose sections a page shows: its parts, and the shared sections that they show, in the order they are met. */
export function documentsOf(
  { template, regions, additions }: PageParts,
  state: Pick<DesignState, 'get'>,
): Map<DocumentKey, SectionedDocument> {
  const found = new Map<DocumentKey, SectionedDocument>();
  const wanted = new Set([template ?? [], regions.flatMap(({ document }) => document ?? []), additions].flat());
  // Grows while it is walked: a section may show a shared one.
  for (const key of wanted) {
    const document = state.get(key);
    if (!document || !hasSections(document)) continue;
    found.set(key, document);
    for (const { kind, values } of sectionsIn(document.areas))
      if (kindName(kind) === SHARED_SECTION) wanted.add(keys.shared(String(values['shared'])));
  }
  return found;
}

/** What the plan of a page is drawn from; null for a page without a template. */
export function planParts(parts: PageParts, documents: ReadonlyMap<DocumentKey, SectionedDocument>): PlanParts | null {
  const keyed = <D extends SectionedDocument>(key: DocumentKey | null): [DocumentKey, D][] => {
    const document = key === null ? undefined : documents.get(key);
    // The key says which of the sectioned documents it is.
    return key === null || !document ? [] : [[key, document as D]];
  };
  const [template] = keyed(parts.template);
  if (!template) return null;
  return {
    template,
    regions: Object.fromEntries(
      parts.regions.flatMap(({ region, document }) => keyed(document).map((one) => [region, one])),
    ),
    additions: parts.additions.flatMap((key) => keyed<AdditionDocument>(key)),
    shared: new Map([...documents].filter(([, { type }]) => type === 'shared')),
  };
}
