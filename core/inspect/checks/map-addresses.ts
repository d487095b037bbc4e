/** A map whose address is at no place shows nothing to shoppers. */
import { hasSections, sectionsIn, type DocumentKey } from '../../documents/document.js';
import { sectionName } from '../../design/edits/common.js';
import { findPlace } from '../../maps/find.js';
import type { Inspected, Inspecting, Inspection } from '../inspection.js';

export const mapAddresses: Inspection = {
  *design(around) {
    for (const key of around.state.keys()) yield* inDocument(key, around);
  },
};

function* inDocument(document: DocumentKey, { state, kinds }: Inspecting): Generator<Inspected> {
  const found = state.get(document);
  if (!found || !hasSections(found)) return;
  for (const section of sectionsIn(found.areas)) {
    const { finds } = kinds.find(section.kind) ?? {};
    if (!finds || finds.insteadOf.some((name) => section.values[name])) continue;
    const address = section.values[finds.address];
    // Bound to the page's data it is another one on each page.
    if (typeof address !== 'string' || address === '' || findPlace(address)) continue;
    yield {
      code: 'map-address-not-found',
      sentence: `No place was found for the address “${address}” of ${sectionName({ ...section, values: {} }, kinds)}: shoppers see no map.`,
      severity: 'warning',
      place: { document, node: section.id, field: `values.${finds.address}` },
      remedy: 'Check how it is written, such as “3 Netloft Lane, Ternhythe”, or set latitude and longitude.',
    };
  }
}
