/** Sections whose kind is missing cannot be shown. */
import { isSection } from '../../draft.js';
import { nameOf } from '../../document-types.js';
import { eachDocument } from '../check.js';

export const sectionKinds = eachDocument(function* ({ key, document, nodes }, { kinds }) {
  // What a page has of its own in a section of a kind that is gone is kept, and shown nowhere.
  if (document.type === 'own') return;
  for (const node of nodes)
    if (isSection(node) && !kinds.find(node.kind))
      yield {
        code: 'cannot-publish',
        sentence: `${nameOf(document)} has a section of the kind “${node.kind}”, which does not exist.`,
        severity: 'blocker',
        place: { document: key, node: node.id },
        remedy: `Remove section ${node.id}, or restore the kind.`,
      };
});
