/** Remove: a section or entry with everything inside it. The edit carries what it removes, so that nothing is lost. */
import type { DocumentKey } from '../../documents/document.js';
import { rootFirst, subtree, type DraftNode } from '../draft.js';
import { documentIn, isSame, nameOf, nodeIn, sectionName, stale } from './common.js';
import type { EditType } from './step.js';
import { sure } from '../../sure.js';

/** A section or entry that is removed with everything inside it; it carries what it takes, so that it can come back. */
export interface RemoveEdit {
  readonly type: 'remove';
  readonly document: DocumentKey;
  /** The node first, then all inside it, as they were. */
  readonly nodes: readonly DraftNode[];
}

/** See `RemoveEdit`. */
export const remove: EditType<RemoveEdit> = {
  apply({ document: key, nodes }, draft, kinds) {
    const document = documentIn(draft, key);
    const root = sure(nodes[0]);
    nodeIn(document, root.id);
    if (!isSame(subtree(document, root.id), rootFirst(nodes)))
      throw stale(sectionName(root, kinds), 'different from what would be removed');
    const left = { ...document.nodes };
    for (const { id } of nodes) delete left[id];
    return { ...document, nodes: left };
  },

  invert: ({ document, nodes }) => ({ type: 'insert', document, nodes }),

  describe({ document, nodes }, draft, kinds) {
    return `Removed ${sectionName(sure(nodes[0]), kinds)} from ${nameOf(documentIn(draft, document))}.`;
  },
};
