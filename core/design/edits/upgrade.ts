/** Upgrade: the values of a section are written anew for a newer version of its kind. Made by the first edit of it. */
import type { DocumentKey, NodeId, Values } from '../../documents/document.js';
import { isSection } from '../draft.js';
import { documentIn, isSame, nameOf, nodeIn, sectionName, stale } from './common.js';
import type { EditType } from './step.js';

interface Written {
  readonly kind: string;
  readonly values: Values;
}

/** A section as its kind of today writes it. Comes before the first other edit of a section of an older version. */
export interface UpgradeEdit {
  readonly type: 'upgrade';
  readonly document: DocumentKey;
  readonly node: NodeId;
  readonly to: Written;
  readonly was: Written;
}

/** See `UpgradeEdit`. */
export const upgrade: EditType<UpgradeEdit> = {
  apply({ document: key, node: id, to, was }, draft, kinds) {
    const document = documentIn(draft, key);
    const node = nodeIn(document, id);
    if (!isSection(node) || !isSame({ kind: node.kind, values: node.values }, was))
      throw stale(sectionName(node, kinds), 'different');
    return { ...document, nodes: { ...document.nodes, [id]: { ...node, ...to } } };
  },
  invert: ({ to, was, ...rest }) => ({ ...rest, to: was, was: to }),
  describe({ document: key, node, to }, draft, kinds) {
    const document = documentIn(draft, key);
    return `Updated ${sectionName(nodeIn(document, node), kinds)} in ${nameOf(document)} to ${to.kind}.`;
  },
};
