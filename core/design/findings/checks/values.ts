/** Every value fits its field. Edits see to it one by one; documents may come from elsewhere. */
import { headField } from '../../document-types.js';
import { isSection, type DraftNode } from '../../draft.js';
import { nodeField } from '../../edits/common.js';
import { checkKeyed } from '../../../fields/value.js';
import { kindRef, type KindDescriptions } from '../../../kinds/kind.js';
import { eachDocument } from '../check.js';
import { caught } from '../finding.js';

export const values = eachDocument(function* ({ key, document, paths, nodes }, { kinds }) {
  for (const path of paths) {
    const field = headField(document.type, path);
    if (field)
      yield* caught({ document: key, field: path }, () => checkKeyed(field, path, document.head[path]), 'blocker');
  }
  for (const node of nodes) {
    if (!isOfToday(node, kinds)) continue;
    for (const part of ['values', 'frame'] as const)
      for (const [name, value] of Object.entries(node[part] ?? {}))
        yield* caught(
          { document: key, node: node.id, field: `${part}.${name}` },
          () => checkKeyed(nodeField(document, node, `${part}.${name}`, kinds), name, value),
          'blocker',
        );
  }
});

/** Values of an older version are upgraded when they are compiled, and those of a missing kind mean nothing. */
function isOfToday(node: DraftNode, kinds: KindDescriptions): boolean {
  if (!isSection(node)) return true;
  const kind = kinds.find(node.kind);
  return kind !== undefined && node.kind === kindRef(kind);
}
