/** What a page has of its own: values and lists of sections, and nothing that would make another page of it. */
import { OPEN_PLACE, SHARED_SECTION, kindName } from '../../../kinds/kind.js';
import { isSection } from '../../draft.js';
import { eachDocument } from '../check.js';
import type { Finding } from '../finding.js';

/** Which section or place it shows is what such a section is; a page cannot have another. */
const FILLED = new Set([OPEN_PLACE, SHARED_SECTION]);

export const ownValues = eachDocument(function* ({ key, document, nodes }): Generator<Finding> {
  if (document.type !== 'own') return;
  const wrong = (node: string, sentence: string, remedy: string, field?: string): Finding => ({
    code: 'bad-value',
    sentence,
    severity: 'fault',
    place: { document: key, node, ...(field !== undefined && { field }) },
    remedy,
  });
  for (const node of nodes) {
    if (!isSection(node)) continue;
    if (node.place.in !== null)
      yield wrong(
        node.id,
        'A page has no sections of its own here.',
        'Add the section with an addition for this page.',
      );
    if (FILLED.has(kindName(node.kind)) && Object.keys(node.values).length > 0)
      yield wrong(
        node.id,
        'A page cannot show another shared section or open place than its template does.',
        'Give the page another template, or put the section in with an addition.',
        'values',
      );
  }
});
