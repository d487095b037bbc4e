/** An addition goes where some of its pages have a place for it. */
import type { AdditionDocument, DocumentKey } from '../../documents/document.js';
import { documentsIn } from '../../documents/state.js';
import { parsePage } from '../../pages/page.js';
import { placeOnTemplate } from '../../render/places.js';
import type { Inspected, Inspecting, Inspection } from '../inspection.js';

export const additionPlaces: Inspection = {
  *design(around) {
    for (const [key, document] of documentsIn(around.state, 'addition')) yield* nowhere(key, document, around);
  },
};

function* nowhere(
  document: DocumentKey,
  { name, place, target }: AdditionDocument,
  around: Inspecting,
): Generator<Inspected> {
  // One without a target is refused elsewhere.
  if (!target) return;
  const kind = 'page' in target ? parsePage(target.page).kind : target.pageKind;
  const templates = around.usedBy(kind);
  if (templates.some(({ parts }) => placeOnTemplate(place, parts, around.state, around.kinds))) return;
  const [where = '', code = ''] = place.split(':');
  yield {
    code: 'addition-nowhere',
    sentence: `“${name}” is shown on no page: ${where === 'open-place' ? `none of them has the open place “${code}”` : `the section it goes ${where} (${code}) is on none of them`}.`,
    severity: 'warning',
    place: { document, field: 'place' },
    remedy: 'Choose another place for it, or remove it.',
  };
}
